# frozen_string_literal: true

module JustSeal
  module Web
    # The staff, beneath the Rules: who they are, and by what they sign in.
    class Staff < Base
      get("") { show({}) }

      # An administrator lets somebody enrol, or takes away what they have enrolled.
      %w[allow reset].each do |deed|
        post "/:id/#{deed}" do
          Operations::SecondSteps.new.public_send(
            deed,
            actor,
            account_id: params["id"].to_i,
            reason: text_param("reason")
          )
          redirect "/rules/staff"
        rescue Errors::Invalid => e
          status 422
          show(Words.problems(e.problems))
        end
      end

      # Everybody may try the password of this account again at once.
      post "/:id/release" do
        Operations::SignIns.new.release(actor, account_id: params["id"].to_i)
        redirect "/rules/staff"
      end

      private

      def show(problems)
        allow!(:see_rules)
        bound = Queries::SecondSteps.of_all
        rows = Queries::Choices.staff
        page = Pages::Staff::List.new(
          context,
          rows,
          bound: bound,
          slowed: Queries::SlowedSignIns.among(rows, at: office.now),
          problems: problems,
          chosen: params["id"].to_i
        )
        show_page page, code: response.status
      end
    end
  end
end
