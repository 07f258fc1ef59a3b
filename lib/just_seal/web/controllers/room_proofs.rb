# frozen_string_literal: true

module JustSeal
  module Web
    # The routes of the signing room by which a party proves who it is, and enrols what it proves that by.
    module RoomProofs
      # What a party types to prove itself: +operation+: what checks it, with a WRONG of its own; +field+: of the form.
      Typed = Struct.new(:operation, :field, :max_length)
      # last part of the address => Typed
      TYPED = {
        "app" => Typed.new(Operations::ProveByApp, :code, 40),
        "phrase" => Typed.new(Operations::ProveByPhrase, :phrase, 500)
      }.freeze

      def self.registered(room)
        room.helpers Helpers
        typed(room)
        passkeys(room)
        registry(room)
        cards(room)
        enrolment(room)
        others(room)
      end

      # What is still to be proved, at any time before acting; codes and phrases.
      def self.typed(room)
        room.get("/:token/prove") { enter.then { |party| prove(party.docket, party) } }

        room.post "/:token/code" do
          method = params["method"] == "text_code" ? "text_code" : "mail_code"
          Operations::AskCode.call(visitor(enter), method: method)
          redirect "/room/#{params["token"]}/prove?sent=#{method}"
        rescue Errors::Conflict => e
          status 409
          prove(look.docket, look, problem: Words.problem(e))
        end

        room.post "/:token/prove/code" do
          proved(
            Operations::ProveByCode.call(
              visitor(enter),
              code: text_param("code", most: 40),
              method: params["method"] == "text_code" ? "text_code" : "mail_code"
            ),
            Operations::ProveByCode::WRONG
          )
        end
      end

      # Everything else that is typed; it comes last, since its address could be any.
      def self.others(room)
        room.post "/:token/prove/:way" do
          way = TYPED[params["way"]] or pass
          typed = text_param(way.field.to_s, most: way.max_length)
          proved(way.operation.call(visitor(enter), way.field => typed), way.operation::WRONG)
        end
      end

      def self.passkeys(room)
        room.post("/:token/prove/passkey/begin") { json Operations::ProveByPasskey.new.begin(visitor(enter)) }

        room.post "/:token/prove/passkey" do
          right = Operations::ProveByPasskey.new.call(visitor(enter), answer: hash(json_body["answer"]))
          status 422 unless right
          right ? json("next" => onwards) : json_problem(Operations::ProveByPasskey::WRONG)
        end
      end

      # To the civil registry, and back: the state that comes back is one that this browser was sent away with.
      def self.registry(room)
        room.post "/:token/prove/registry" do
          address, state = Operations::ProveByRegistry.new.begin(visitor(enter))
          session["registry"] = { "state" => state, "token" => params["token"] }
          redirect address
        end

        room.get "/back/registry" do
          away = session.delete("registry")
          unless away && OpenSSL.secure_compare(
            away["state"], params["state"].to_s
          )
            raise Errors::Missing, :registry_not_asked
          end

          params["token"] = away["token"]
          back_from_registry(away["state"])
        end
      end

      def self.cards(room)
        room.post("/:token/prove/card/begin") { json "digest" => Operations::ProveByCard.new.begin(visitor(enter)) }
        room.post("/:token/prove/card/pin") do
          Operations::ProveByCard.new.wrong_pin(visitor(enter)).then { json "noted" => true }
        end

        room.post "/:token/prove/card" do
          body = json_body
          bytes = ->(text) { text.to_s.unpack1("m") }
          faults = Operations::ProveByCard.new.call(
            visitor(enter),
            certificate: bytes.call(body["certificate"]),
            chain: Array(body["chain"]).map(&bytes),
            signature: bytes.call(body["signature"])
          )
          status 422 unless faults.empty?
          if faults.empty?
            json("next" => onwards)
          else
            json_problem(faults.map { |fault| I18n.t("card_faults.#{fault}") }.join(" "))
          end
        end
      end

      def self.enrolment(room)
        room.post("/:token/passkey/begin") { json Operations::EnrolPasskey.new.begin(visitor(enter)) }
        room.post("/:token/passkey") do
          Operations::EnrolPasskey.new.confirm(visitor(enter), answer: hash(json_body["answer"])).then do
            json "next" => onwards
          end
        end

        # An app's secret is shown once, and bound when its code is right.
        room.post("/:token/app") do
          enter.then { |party| app_page(party, Operations::EnrolApp.new.begin(visitor(party))) }
        end

        room.post "/:token/app/confirm" do
          party = enter
          right = Operations::EnrolApp.new.confirm(visitor(party), code: text_param("code", most: 40))
          status 422 unless right
          prove(party.docket, party.refresh, problem: (:app_code_not_shown unless right))
        end
      end

      # What the routes share.
      module Helpers
        private

        def proved(right, wrong)
          return redirect(onwards) if right

          status 422
          prove(look.docket, look.refresh, problem: wrong)
        end

        # To the document once it is enough, until then to what is still wanted.
        def onwards = "/room/#{params["token"]}#{"/prove" unless standing(look.docket, look.refresh).enough?}"

        def prove(docket, party, problem: nil)
          status = standing(docket, party)
          page = Pages::Room::Prove.new(
            context,
            party,
            token: params["token"],
            status: status,
            problem: problem && Words.problem(problem),
            sent: params["sent"]
          )
          Operations::NoteOffered.call(visitor(party), ways: status.ways) unless page.offered.empty?
          room page
        end

        def back_from_registry(state)
          party = enter
          if params["error"]
            Operations::ProveByRegistry.new.refused(visitor(party))
            return prove(party.docket, party, problem: I18n.t("room.prove.back_from_registry"))
          end
          agrees = Operations::ProveByRegistry.new.call(
            visitor(party),
            state: state,
            code: text_param("code", most: 200)
          )
          return redirect(onwards) if agrees == true

          prove(party.docket, party.refresh, problem: disagreement(party, agrees))
        rescue Errors::Invalid => e
          status 422
          prove(party.docket, party, problem: Words.problem(e))
        end

        def disagreement(party, agrees)
          only = %w[only_registry only_party].filter_map do |key|
            names = agrees[key].to_a.join(" ")
            I18n.t("room.prove.#{key}", names: names) unless names.empty?
          end
          I18n.t(
            "room.prove.registry_disagrees",
            name: party.name,
            differences: only.join("; "),
            owner: party.docket.owner.name
          )
        end

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
