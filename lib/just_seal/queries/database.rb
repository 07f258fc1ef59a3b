# frozen_string_literal: true

module JustSeal
  module Queries
    # The database itself.
    module Database
      # Raises Sequel::DatabaseError where it can't be reached.
      def self.answers? = Store.db.get(1) == 1
    end
  end
end
