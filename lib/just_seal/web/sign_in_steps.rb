# frozen_string_literal: true

module JustSeal
  module Web
    # What is still wanted of a session, as it keeps it under "second_step": "wanted" where something is enrolled,
    # "enrol" where a role needs a second factor and has none, "done", or nil.
    module SignInSteps
      # After signing on elsewhere. +factors+: how many were shown there.
      def self.after_sign_on(account, factors) = factors >= 2 ? "done" : after_password(account)

      # After the password was right.
      def self.after_password(account)
        return "wanted" if Queries::SecondSteps.any?(account.id)

        "enrol" if JustSeal.office.settings.two_factor_roles.include?(account.role)
      end
    end
  end
end
