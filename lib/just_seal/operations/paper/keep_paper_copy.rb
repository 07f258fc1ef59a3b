# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps that a copy was printed for a party, and tells it. Runs in the transaction in which the docket was locked
    # and looked at anew.
    class KeepPaperCopy < Operation
      # +print+: PaperPrint; +pack_sha256+: of what it printed; +chosen_by+: "party" or "sender"; +waits+: true, false,
      # or nil for what the class says. Returns the Store::PaperCopy.
      def call(actor, docket, party, print, pack_sha256:, chosen_by:, waits:)
        waits = Queries::PaperChoice.new(docket, party, at: now).waits? if waits.nil?
        copy = Store::PaperCopy.create(
          docket_id: docket.id,
          party_id: party.id,
          number: print.number,
          code: print.code,
          documents: Sequel.pg_jsonb(print.documents),
          created_at: now,
          pack_sha256: pack_sha256,
          chosen_by: chosen_by,
          waits: waits
        )
        record_event(docket, "paper.printed", actor, facts(party, copy))
        tell_sender(docket, party) if chosen_by == "party"
        copy
      end

      private

      def facts(party, copy)
        {
          "party" => party.letter,
          "copy" => copy.number,
          "documents" => copy.documents.map { |one| { "document" => one["position"], "sha256" => one["sha256"] } },
          "pack_sha256" => copy.pack_sha256,
          "waits" => copy.waits
        }
      end

      def tell_sender(docket, party)
        Messages.post(docket, :on_paper, to: docket.owner, at: now, about: { "who" => party.name })
      end
    end
  end
end
