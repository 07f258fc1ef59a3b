# frozen_string_literal: true

module JustSeal
  module Web
    # What the office takes over from the provider where its people sign on, beneath the Rules.
    class SignOnPolicies < Base
      get("") { show(Queries::Choices.sign_on, {}) }

      post "" do
        policy = SignOnForm.policy(params)
        seen = text_param("seen", most: 64)
        Operations::KeepSignOn.new.call(actor, policy, seen: seen, signed_on: !rodauth.vouched.nil?)
        redirect "/rules/sign-on"
      rescue Errors::Invalid => e
        status 422
        show(policy, Words.problems(e.problems))
      end

      private

      def show(policy, problems)
        allow!(:see_rules)
        page = Pages::SignOn::Policy.new(context, policy, seen: Queries::Choices.sign_on.mark, problems: problems)
        show_page page, code: response.status
      end
    end
  end
end
