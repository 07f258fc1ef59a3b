# frozen_string_literal: true

module JustSeal
  module Web
    # The staff, beneath the Rules: who they are, and by what they sign in.
    class Staff < Base
      get("") { show({}) }

      post "/:id/allow" do
        Operations::SecondSteps.new.allow(actor, account_id: params["id"].to_i, reason: text_param("reason"))
        redirect "/rules/staff"
      rescue Errors::Invalid => e
        status 422
        show(e.problems)
      end

      post "/:id/reset" do
        Operations::SecondSteps.new.reset(actor, account_id: params["id"].to_i, reason: text_param("reason"))
        redirect "/rules/staff"
      rescue Errors::Invalid => e
        status 422
        show(e.problems)
      end

      private

      def show(problems)
        allow!(:see_rules)
        bound = Store::Authenticator.exclude(account_id: nil).bound.order(:bound_at).all.group_by(&:account_id)
        page :"rules/staff", title: "Staff", place: "Rules", rows: Store::Account.live.order(:name).all, bound: bound, problems: problems, chosen: params["id"].to_i
      end
    end
  end
end
