# frozen_string_literal: true

require "openssl"
require "securerandom"

module JustSeal
  module Operations
    # Sends a party a fresh code of six digits, by mail or to its telephone.
    class AskCode < Operation
      DIGITS = 6
      PAUSE_SECONDS = 30
      MAX_IN_AN_HOUR = 5

      # The keyed hash of +code+: six digits alone are soon tried out by who has the database.
      def self.digest(party_id, code)
        OpenSSL::HMAC.hexdigest("SHA256", JustSeal.office.settings.need(:master_key), "code #{party_id} #{code}")
      end

      # Raises Errors::Conflict when it is too soon, or too often.
      def call(visitor, method: "mail_code")
        transaction do
          docket, party, visit = Room.enter(visitor)
          ProofRecorder.refuse_locked(docket, party)
          refuse_impossible(docket, party, method)
          check_pace(party)
          Store::PartyCode.where(visit_id: visit.id, method: method).live.update(ended_at: now)
          code = format("%0#{DIGITS}d", SecureRandom.random_number(10**DIGITS))
          Store::PartyCode.create(
            party_id: party.id,
            visit_id: visit.id,
            method: method,
            code_hash: self.class.digest(party.id, code),
            asked_at: now
          )
          record_event(docket, "party.code_sent", visitor, "party" => party.letter, "method" => method)
          Messages.post(docket, method.to_sym, to: party, at: now, about: { "code" => office.secret_box.close(code) })
        end
      end

      private

      def refuse_impossible(docket, party, method)
        places = { "mail_code" => party.email, "text_code" => party.telephone }
        fine = !places.fetch(method, "").empty?
        raise Errors::Forbidden, :no_code_that_way unless fine && !Queries::AssuranceStatus.new(
          docket,
          party,
          at: now
        ).demand.forbidden.include?(method)
      end

      def check_pace(party)
        asked = Store::PartyCode.where(party_id: party.id).where(Sequel[:asked_at] > now - 3600).select_map(:asked_at)
        raise Errors::Conflict, :code_just_sent if asked.any? { |at| at > now - PAUSE_SECONDS }
        return unless asked.size >= MAX_IN_AN_HOUR

        raise Errors::Conflict.new(:codes_sent, limit: MAX_IN_AN_HOUR)
      end
    end
  end
end
