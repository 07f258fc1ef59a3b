# frozen_string_literal: true

module JustSeal
  module Queries
    # The database itself.
    module Database
      def self.answers?
        Store.db.get(1) == 1
      rescue Sequel::DatabaseError, Sequel::PoolTimeout
        false
      end
    end
  end
end
