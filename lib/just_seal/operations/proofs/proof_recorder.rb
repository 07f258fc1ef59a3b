# frozen_string_literal: true

module JustSeal
  module Operations
    # Records what a party proved, and what it tried in vain. Runs in the transaction of what was proved or tried.
    class ProofRecorder < Operation
      # So many wrong tries over all methods lock the party until the sender releases it.
      MAX_WRONG = 10
      # Facts of a proof that its entry tells as well.
      TOLD = %w[bound_level bound_at subject issuer serial name_agrees kind by again to].freeze

      # For a party that may still try. +actor+: the party as a visitor. Raises Errors::Forbidden for a locked one.
      def self.for(docket, party, actor)
        refuse_locked(docket, party)
        new(docket, party, actor)
      end

      def self.refuse_locked(docket, party)
        raise Errors::Forbidden.new(:too_many_tries, name: docket.owner.name) if party.locked_at
      end

      # +actor+: the party as a visitor, or whoever has seen it; +visit_id+: of the visit in which it counts, nil where
      # there is none yet.
      def initialize(docket, party, actor, visit_id: actor.visit_id)
        super()
        @docket = docket
        @party = party
        @actor = actor
        @visit_id = visit_id
      end

      # Stores a proof by +method+, the level that is reached with it, and the entry that tells both. +facts+: as of
      # Core::Assurance::Proof.
      def keep(method, facts = {})
        Store::Proof.create(
          party_id: @party.id,
          visit_id: @visit_id,
          method: method,
          proved_at: now,
          address: @actor.address,
          client: @actor.client,
          facts: Sequel.pg_jsonb({ **facts, "host" => @actor.host }.compact)
        )
        result = Queries::AssuranceStatus.new(@docket, @party.refresh, at: now, visit: visit).result
        reach(result.level)
        event("party.proved", "method" => method, **reached(result), **facts.slice(*TOLD))
      end

      # A proof by +row+, an authenticator: it counts for no more than the level under which it was bound.
      def keep_bound(row)
        bound = { "bound_level" => row.bound_level, "bound_at" => Core::Ledger::Entry.time(row.bound_at) }
        keep(row.kind, bound)
      end

      def tried(method) = event("party.tried", "method" => method)

      # One wrong try more; the last one locks. What was wrong is told to nobody but the ledger.
      def wrong(method, facts = {})
        @party.update(wrong_tries: @party.wrong_tries + 1)
        event("party.proof_failed", "method" => method, "tries" => @party.wrong_tries, **facts)
        lock if @party.wrong_tries >= MAX_WRONG
      end

      private

      def visit = @visit_id && Store::Visit[@visit_id]
      def event(kind, facts) = record_event(@docket, kind, @actor, { "party" => @party.letter, **facts })

      def reach(level)
        visit&.update(level_reached: level)
        return move_party(@party, :prove, level_reached: level) if @party.state == "opened"

        @party.update(level_reached: level)
      end

      def reached(result)
        told = ->(proofs) { proofs.map { |proof, why| "#{proof.method} #{why}" } }
        { "level" => result.level, "counted" => told[result.counted], "left_out" => told[result.left_out] }
      end

      def lock
        @party.update(locked_at: now)
        record_event(@docket, "party.locked", Core::Actor::SYSTEM, "party" => @party.letter)
        Messages.post(@docket, :locked, to: @docket.owner, at: now, about: { "name" => @party.name })
      end
    end
  end
end
