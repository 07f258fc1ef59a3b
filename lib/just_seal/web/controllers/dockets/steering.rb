# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # What its sender does with a docket that is out.
      module Steering
        extend RouteSet

        # A dialog of the page was refused: the page comes back with it open, and with what was typed.
        def self.steering(path, dialog:, &work)
          post(path) do
            instance_exec(&work)
          rescue Errors::Invalid => e
            show_docket(
              code: 422,
              failed: { dialog: dialog_id(dialog), problems: Words.problems(e.problems), typed: params }
            )
          rescue Errors::Conflict => e
            failed = { dialog: dialog_id(dialog), problems: { "conflict" => Words.problem(e) }, typed: params }
            show_docket(code: 409, failed: failed)
          end
        end

        steering "/:number/waivers", dialog: "waiver" do
          Operations::AskWaiver.call(
            actor,
            number: params["number"],
            letter: params["letter"].to_s,
            granted: params["granted"].to_i,
            reason: text_param("reason"),
            ends_at: WhoForm.closing(text_param("ends"), office)
          )
          redirect "/dockets/#{params["number"]}"
        end

        # A deputy takes the seat of whoever is away.
        post "/:number/stand-in" do
          Operations::StandIn.call(actor, number: params["number"], letter: params["letter"].to_s)
          redirect "/dockets/#{params["number"]}"
        end

        post "/:number/waivers/:id" do
          Operations::DecideWaiver.call(
            actor,
            number: find.number,
            id: params["id"].to_i,
            allowed: params["allowed"] == "1"
          )
          redirect "/dockets/#{params["number"]}"
        end

        steering "/:number/authenticators", dialog: "lost" do
          Operations::RemoveAuthenticator.call(
            actor,
            number: params["number"],
            letter: params["letter"].to_s,
            reason: text_param("reason")
          )
          redirect "/dockets/#{params["number"]}"
        end

        # A party was met in person: that is recorded; and, where wanted, the room opens on this device.
        steering "/:number/seen", dialog: "seen" do
          letter = params["letter"].to_s
          Operations::RecordSeen.call(
            actor,
            number: params["number"],
            letter: letter,
            kind: params["kind"].to_s,
            issuer: text_param("issuer"),
            last: text_param("last"),
            expires: text_param("expires"),
            visit: seen_in_visit
          )
          redirect("/dockets/#{params["number"]}#party-#{letter}") unless params["then"] == "open"

          open_in_person(letter)
        end

        steering "/:number/release", dialog: nil do
          Operations::ReleaseParty.call(actor, number: params["number"], letter: params["letter"].to_s)
          redirect "/dockets/#{params["number"]}"
        end

        steering "/:number/remind", dialog: nil do
          Operations::RemindParty.call(actor, number: params["number"], letter: params["letter"].to_s)
          redirect "/dockets/#{params["number"]}"
        end

        steering "/:number/replace", dialog: "replace" do
          account_id = params["account"].to_s.empty? ? nil : params["account"].to_i
          Operations::ReplaceParty.call(
            actor,
            number: params["number"],
            letter: params["letter"].to_s,
            name: text_param("name"),
            email: text_param("email"),
            organisation: text_param("organisation"),
            telephone: text_param("telephone"),
            phrase: text_param("phrase"),
            account_id: account_id
          )
          redirect "/dockets/#{params["number"]}"
        end

        steering "/:number/deadline", dialog: "deadline" do
          Operations::ChangeDeadline.call(
            actor,
            number: params["number"],
            deadline: WhoForm.closing(text_param("deadline"), office)
          )
          redirect "/dockets/#{params["number"]}"
        end

        steering "/:number/withdraw", dialog: "withdraw" do
          docket = Operations::WithdrawDocket.call(actor, number: params["number"], reason: text_param("reason"))
          redirect "/dockets/#{docket.number}"
        end

        # The sealed copies once more, by a link that ends.
        steering "/:number/copies", dialog: "copies" do
          sent = Operations::SendCopies.call(
            actor,
            number: params["number"],
            letters: Array(params["letters"]).grep(String),
            lines: text_param("lines"),
            reason: text_param("reason"),
            days: params["days"].to_i
          )
          redirect "/dockets/#{params["number"]}?copies=#{sent}"
        end

        post "/:number/seal-now" do
          Operations::SealNow.call(actor, number: params["number"])
          redirect "/dockets/#{params["number"]}"
        end

        private

        # Where the room opens here, a visit of its own begins.
        def seen_in_visit = params["then"] == "open" ? nil : params["visit"].to_i
        def dialog_id(dialog) = [dialog, params["letter"]].compact.join("-")

        def open_in_person(letter)
          token = Operations::OpenInPerson.new.call(actor, number: params["number"], letter: letter)
          visit, secret = Operations::OpenRoom.call(
            token,
            **origin,
            host: account.name
          )
          keep_visit(visit, secret)
          rodauth.lending.lend(visit.handle)
          redirect "/visit/#{visit.handle}"
        end
      end
    end
  end
end
