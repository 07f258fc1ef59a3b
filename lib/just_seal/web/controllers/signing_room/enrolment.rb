# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # What a party enrols, to prove itself by it.
      module Enrolment
        extend RouteSet

        post("/:token/passkey/begin") { json Operations::EnrolPasskey.new.begin(visitor(enter)) }
        post("/:token/passkey") do
          Operations::EnrolPasskey.new.confirm(visitor(enter), answer: hash(json_body["answer"])).then do
            json "next" => onwards
          end
        end

        # An app's secret is shown once, and bound when its code is right.
        post("/:token/app") do
          enter.then { |party| app_page(party, Operations::EnrolApp.new.begin(visitor(party))) }
        end

        post "/:token/app/confirm" do
          party = enter
          right = Operations::EnrolApp.new.confirm(visitor(party), code: text_param("code", most: 40))
          status 422 unless right
          prove(party.docket, party.refresh, problem: (:app_code_not_shown unless right))
        end

        private

        def app_page(party, secret)
          address = Core::Assurance::TimeCode.address(secret, name: party.email, office: office.settings.office)
          page = Pages::Room::EnrolApp.new(
            context,
            party,
            token: params["token"],
            secret: Core::Assurance::TimeCode.typed(secret),
            picture: qr(address, I18n.t("room.enrol_app.code_label"))
          )
          room page
        end
      end
    end
  end
end
