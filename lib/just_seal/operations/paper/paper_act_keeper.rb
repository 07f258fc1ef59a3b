# frozen_string_literal: true

module JustSeal
  module Operations
    # Stores that a party signed by pen. Runs in the transaction that takes it in, with the docket locked.
    class PaperActKeeper < Operation
      # +actor+: who takes it in; +copy+: Store::PaperCopy; +agreed+: nil where nobody else had to confirm;
      # +submission+: ActSubmission; +proof+: of identity, or nil; +level+: that was reached; +scan+: {whole: SHA-256
      # of all pages, documents: {position => SHA-256}}; +signed+: {position => SHA-256}.
      def call(actor, docket, copy, agreed:, submission:, proof:, level:, scan:, signed:)
        party = copy.party
        prove(actor, docket, copy, proof) if proof
        keep_values(docket, party, submission)
        end_turn(party, level)
        confirmed_by = actor.id if agreed
        copy.update(state: "taken_in", ended_at: now, scan_sha256: scan[:whole], confirmed_by: confirmed_by)
        facts = facts(docket, copy, submission, scan[:documents], signed)
        record_event(docket, "party.acted_on_paper", actor, facts)
        TurnEnd.call(docket)
      end

      private

      def prove(actor, docket, row, proof)
        facts = { **proof.facts, "by" => row.enterer.name, "paper" => row.number }
        Store::Proof.create(
          party_id: row.party_id,
          method: "seen",
          proved_at: proof.at,
          address: actor.address.to_s,
          client: actor.client.to_s,
          facts: Sequel.pg_jsonb(facts)
        )
        told = facts.slice("kind", "by", "paper")
        record_event(
          docket,
          "party.proved",
          actor,
          "party" => row.party.letter,
          "method" => "seen",
          "level" => 1,
          **told
        )
      end

      def keep_values(docket, party, submission)
        docket.documents.flat_map(&:fields).select { |field| field.party_id == party.id }.each do |field|
          field.update(value: submission.kept[field.spot(party.letter).slot])
        end
      end

      def end_turn(party, level)
        move_party(party, :sign_on_paper, acted_at: now, level_reached: level, paper: true)
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        Store::PreparedAct.where(party_id: party.id).delete
        Store::Visit.finish(Store::Visit.where(party_id: party.id), at: now)
      end

      def facts(docket, copy, submission, hashes, signed)
        party = copy.party
        {
          "party" => party.letter,
          "act" => party.act,
          "copy" => copy.number,
          "level" => party.level_reached,
          "floor" => Core::Assurance::Demand.from(party.demand).floor,
          "documents" => documents(docket, copy, submission, hashes, signed),
          "fields" => submission.fields,
          "mark" => submission.mark,
          **read(copy)
        }.compact
      end

      def documents(docket, copy, submission, hashes, signed)
        docket.to_sign.map(&:position).map do |position|
          {
            "document" => position,
            "sha256_printed" => copy.printed(position)["sha256"],
            "sha256_seen" => submission.seen[position],
            "sha256_scan" => hashes[position],
            "sha256_signed" => signed[position]
          }
        end
      end

      # Who read what on the paper.
      def read(copy)
        {
          "day" => copy.entered.to_h["day"],
          "entered_by" => copy.enterer.name,
          "confirmed_by" => copy.confirmer&.name,
          "place_sha256" => place(copy)
        }
      end

      # Where the paper lies is a particular of the record: here stands its hash.
      def place(copy)
        copy.entered.to_h["place"].to_s.then { |text| Core::Ledger::Entry.digest(text) unless text.empty? }
      end
    end
  end
end
