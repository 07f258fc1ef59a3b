# frozen_string_literal: true

module JustSeal
  module Queries
    # What the staff have enrolled to sign in by.
    module SecondSteps
      module_function

      # Of one account, in the order in which they were bound.
      def of(account_id) = Store::Authenticator.where(account_id: account_id).bound.order(:bound_at).all
      def any?(account_id) = Store::Authenticator.where(account_id: account_id).bound.any?

      # {account id => [Store::Authenticator, ...]}
      def of_all
        Store::Authenticator.exclude(account_id: nil).bound.order(:bound_at).all.group_by(&:account_id)
      end
    end
  end
end
