# frozen_string_literal: true

module JustSeal
  module Operations
    # What every proof and every wrong try has in common.
    module Proving
      # So many wrong tries over all methods lock the party until the sender releases it.
      MAX_WRONG = 10
      # Facts of a proof that its entry tells as well.
      TOLD = %w[bound_level bound_at subject issuer serial name_agrees kind by].freeze

      private

      # Stores a proof of +party+ by +method+, the level that is reached with it, and the entry that tells both.
      # +facts+: as of Core::Assurance::Proof.
      def keep_proof(docket, party, method, actor, facts = {})
        Store::Proof.create(
          party_id: party.id,
          method: method,
          proved_at: now,
          address: actor.address,
          client: actor.client,
          facts: Sequel.pg_jsonb(facts)
        )
        result = Queries::AssuranceStatus.new(docket, party, at: now).result
        if party.state == "opened"
          move_party(
            party,
            :prove,
            level_reached: result.level
          )
        else
          party.update(level_reached: result.level)
        end
        record_event(
          docket,
          "party.proved",
          actor,
          "party" => party.letter,
          "method" => method,
          "level" => result.level,
          "counted" => result.counted.map do |proof, why|
            "#{proof.method} #{why}"
          end,
          "left_out" => result.left_out.map { |proof, why| "#{proof.method} #{why}" },
          **facts.slice(*TOLD)
        )
      end

      def refuse_locked(docket, party)
        return unless party.locked_at

        raise Errors::Forbidden.new(:too_many_tries, name: docket.owner.name)
      end

      # A proof by +row+, an authenticator: it counts for no more than the level under which it was bound.
      def keep_bound_proof(docket, party, row, actor)
        keep_proof(
          docket,
          party,
          row.kind,
          actor,
          { "bound_level" => row.bound_level, "bound_at" => Core::Ledger::Entry.time(row.bound_at) }
        )
      end

      def tried(docket, party, method, visitor)
        record_event(docket, "party.tried", visitor, "party" => party.letter, "method" => method)
      end

      # One wrong try more; the last one locks. What was wrong is told to nobody but the ledger.
      def count_wrong(docket, party, method, visitor, facts = {})
        party.update(wrong_tries: party.wrong_tries + 1)
        record_event(
          docket,
          "party.proof_failed",
          visitor,
          { "party" => party.letter, "method" => method, "tries" => party.wrong_tries }.merge(facts)
        )
        return if party.wrong_tries < MAX_WRONG

        party.update(locked_at: now)
        record_event(docket, "party.locked", Core::Actor::SYSTEM, "party" => party.letter)
        Messages.post(docket, :locked, to: docket.owner, at: now, about: { "name" => party.name })
      end
    end
  end
end
