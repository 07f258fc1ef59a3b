# frozen_string_literal: true

module JustSeal
  module Operations
    # A party types the code that was sent to it.
    class ProveByCode < Operation
      include Proving

      MAX_WRONG_OF_ONE = 5
      LASTS_SECONDS = 600
      WRONG = :code_wrong

      # Returns true for a proof, false for a wrong try; either is entered. Raises Errors::Forbidden for a party that is
      # locked.
      def call(visitor, code:, method: "mail_code")
        transaction do
          docket, party = Room.enter(visitor)
          refuse_locked(docket, party)
          row = Store::PartyCode.where(
            party_id: party.id,
            method: method
          ).live.where(Sequel[:asked_at] > now - LASTS_SECONDS).order(Sequel.desc(:asked_at)).for_update.first
          right = same?(row, AskCode.digest(party.id, code.gsub(/\s/, "")))
          right ? take(docket, party, row, method, visitor) : wrong(docket, party, row, method, visitor)
          right
        end
      end

      private

      # Without a code there is a comparison all the same: the answer takes as long.
      def same?(row, digest)
        OpenSSL.fixed_length_secure_compare(row ? row.code_hash : "0" * digest.length, digest) && !row.nil?
      end

      def take(docket, party, row, method, visitor)
        row.update(ended_at: now)
        keep_proof(docket, party, method, visitor)
      end

      def wrong(docket, party, row, method, visitor)
        row&.update(wrong_tries: row.wrong_tries + 1)
        row.update(ended_at: now) if row && row.wrong_tries >= MAX_WRONG_OF_ONE
        count_wrong(docket, party, method, visitor)
      end
    end
  end
end
