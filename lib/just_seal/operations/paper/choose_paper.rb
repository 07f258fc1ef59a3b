# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # A party is to sign by pen: its documents are printed as they stand now, with a cover sheet and codes by which the
    # pages are known again. What is slow is done before the docket is locked; it is looked at anew then.
    class ChoosePaper < Operation
      # The sender does it for the party +letter+. +waits+: do the other parties of the turn wait until the paper is in?
      # nil for what the class says. Returns the Store::PaperCopy. Raises Errors::Conflict where it can't be, or what
      # was printed has changed meanwhile.
      def call(actor, number:, letter:, waits: nil)
        made(actor, "sender", waits) do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          [docket, PartyLookup.of(docket, letter)]
        end
      end

      # The party itself chooses it, in its visit.
      def self.by_party(visitor) = Words::Languages.in(JustSeal.office.language) { new.by_party(visitor) }

      def by_party(visitor)
        made(visitor, "party", nil) { Room.enter_proved(visitor, consented: false).first(2) }
      end

      private

      # Yields for docket and party, locked, twice.
      def made(actor, chosen_by, waits)
        docket, party = transaction { yield.tap { |one| check(*one) } }
        print = PaperPrint.new(docket, party, code: code)
        print.documents
        pack = office.blobs.put(print.bytes)
        transaction do
          docket, party = check(*yield)
          refuse_changed(docket, print)
          KeepPaperCopy.call(actor, docket, party, print, pack_sha256: pack, chosen_by: chosen_by, waits: waits)
        end
      end

      def check(docket, party)
        Room.check(docket, party)
        choice = Queries::PaperChoice.new(docket, party, at: now)
        raise Errors::Conflict.new(choice.against, name: party.name) unless choice.may?
        if Store::PaperCopy.live.where(party_id: party.id).any?
          raise Errors::Conflict.new(
            :on_paper_already,
            name: party.name
          )
        end

        [docket, party]
      end

      def refuse_changed(docket, print)
        same = docket.to_sign.all? { |one| print.printed[one.position] == one.current_sha256 }
        raise Errors::Conflict, :document_changed unless same
      end

      def code
        alphabet = Core::Paper::Mark::ALPHABET
        Array.new(Core::Paper::Mark::CODE_CHARACTERS) { alphabet[SecureRandom.random_number(alphabet.size)] }.join
      end
    end
  end
end
