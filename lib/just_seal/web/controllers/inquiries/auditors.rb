# frozen_string_literal: true

module JustSeal
  module Web
    class Inquiries < Base
      # Those from outside who may read within an inquiry.
      module Auditors
        extend RouteSet

        post "/:number/auditors" do
          made, password = Operations::InviteAuditor.new.call(
            actor,
            number: params["number"],
            name: text_param("name"),
            email: text_param("email"),
            ends_on: text_param("ends_on")
          )
          show_page Pages::Inquiries::Auditor.new(context, find, auditor: made, password: password)
        rescue Errors::Invalid => e
          refuse "auditor", AUDITOR, Words.problems(e.problems)
        end

        # They were seen: for an hour they may enrol.
        post "/:number/auditors/:id/allow" do
          Operations::SecondSteps.new.allow(actor, account_id: params["id"].to_i, reason: text_param("reason"))
          redirect "/evidence/inquiries/#{params["number"]}"
        rescue Errors::Invalid => e
          refuse "auditor", AUDITOR, Words.problems(e.problems)
        end

        post "/:number/auditors/:id/end" do
          Operations::InviteAuditor.new.revoke(actor, number: params["number"], account_id: params["id"].to_i)
          redirect "/evidence/inquiries/#{params["number"]}"
        end
      end
    end
  end
end
