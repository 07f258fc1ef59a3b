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
        page :"account/app",
          title: "Enrol an app",
          secret: Core::Assurance::TimeCode.typed(secret),
          picture: qr(address, "QR code of the secret below")
      end

      post "/app/confirm" do
        return redirect("/account") if steps.confirm_app(actor, code: text_param("code", most: 40)).tap do |right|
          session["second_step"] = "done" if right
        end

        status 422
        show("That was not the code that the app shows. Begin again.")
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
        page :"account/show",
          title: "Your account",
          problem: problem,
          rows: Store::Authenticator.where(account_id: account.id).bound.order(:bound_at).all,
          may: account.may_enrol_until && account.may_enrol_until > office.now
      end
    end
  end
end
