# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # What a party enrols, to prove itself by it.
      module Enrolment
        extend RouteSet

        post("/:handle/passkey/begin") { json Operations::EnrolPasskey.new.begin(entered) }
        post("/:handle/passkey") do
          Operations::EnrolPasskey.new.confirm(entered, answer: hash(json_body["answer"])).then do
            json "next" => onwards
          end
        end

        # An app's secret is shown once, and bound when its code is right.
        post("/:handle/app") do
          app_page Operations::EnrolApp.new.begin(entered)
        end

        post "/:handle/app/confirm" do
          right = Operations::EnrolApp.new.confirm(entered, code: text_param("code", most: 40))
          status 422 unless right
          reread
          prove problem: (:app_code_not_shown unless right)
        end

        private

        def app_page(secret)
          address = Core::Assurance::TimeCode.address(secret, name: party.email, office: office.name)
          page = Pages::Room::EnrolApp.new(
            context,
            party,
            **place,
            secret: Core::Assurance::TimeCode.typed(secret),
            picture: qr(address, I18n.t("room.enrol_app.code_label"))
          )
          show_page page, code: response.status
        end
      end
    end
  end
end
