# frozen_string_literal: true

module JustSeal
  module Queries
    # What has been explained to somebody, who closed it.
    module ToldOnce
      module_function

      def told?(account_id, name) = Store.db[:told_once].where(account_id: account_id, name: name).any?
    end
  end
end
