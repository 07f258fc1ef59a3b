# frozen_string_literal: true

module JustSeal
  module Web
    # What a member of staff keeps of their own: by what they sign in.
    class OwnAccount < Base
      include QrCodes

      get("") { show(nil) }

      post "/app" do
        secret = steps.begin_app(actor)
        address = Core::Assurance::TimeCode.address(secret, name: account.email.to_s, office: office.settings.office)
        show_page Pages::Account::EnrolApp.new(
          context,
          secret: Core::Assurance::TimeCode.typed(secret),
          picture: qr(address, I18n.t("room.enrol_app.code_label"))
        )
      end

      post "/app/confirm" do
        return redirect("/account") if steps.confirm_app(actor, code: text_param("code", most: 40)).tap do |right|
          session["second_step"] = "done" if right
        end

        status 422
        show(I18n.t("account.show.wrong_code"))
      end

      post("/key/begin") { json steps.begin_key(actor) }

      post "/key" do
        answer = json_body["answer"]
        steps.confirm_key(actor, answer: answer.is_a?(Hash) ? answer : {})
        session["second_step"] = "done"
        json "next" => "/account"
      end

      private

      def steps = Operations::SecondSteps.new

      def show(problem)
        rows = Queries::SecondSteps.of(account.id)
        show_page Pages::Account::Show.new(context, rows, problem: problem), code: response.status
      end
    end
  end
end
