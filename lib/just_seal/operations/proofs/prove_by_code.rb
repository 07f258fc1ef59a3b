# frozen_string_literal: true

module JustSeal
  module Operations
    # A party types the code that was sent to it.
    class ProveByCode < Operation
      MAX_WRONG_OF_ONE = 5
      LASTS_SECONDS = 600
      WRONG = :code_wrong

      # Returns true for a proof, false for a wrong try; either is entered. Raises Errors::Forbidden for a party that is
      # locked.
      def call(visitor, code:, method: "mail_code")
        transaction do
          docket, party, visit = Room.enter(visitor)
          proofs = ProofRecorder.for(docket, party, visitor)
          row = newest(visit, method)
          right = same?(row, AskCode.digest(party.id, code.gsub(/\s/, "")))
          right ? take(proofs, row, method, party) : wrong(proofs, row, method)
          right
        end
      end

      private

      # The code that counts, nil where none does any more.
      def newest(visit, method)
        codes = Store::PartyCode.where(visit_id: visit.id, method: method).live
        codes.where(Sequel[:asked_at] > now - LASTS_SECONDS).order(Sequel.desc(:asked_at)).for_update.first
      end

      # Without a code there is a comparison all the same: the answer takes as long.
      def same?(row, digest)
        OpenSSL.fixed_length_secure_compare(row ? row.code_hash : "0" * digest.length, digest) && !row.nil?
      end

      # The number to which a text message went is told as far as its holder knows it again.
      def take(proofs, row, method, party)
        row.update(ended_at: now)
        proofs.keep(method, method == "text_code" ? { "to" => Core::Contacts::Telephone.masked(party.telephone) } : {})
      end

      def wrong(proofs, row, method)
        row&.update(wrong_tries: row.wrong_tries + 1)
        row.update(ended_at: now) if row && row.wrong_tries >= MAX_WRONG_OF_ONE
        proofs.wrong(method)
      end
    end
  end
end
