# frozen_string_literal: true

module JustSeal
  module Operations
    # What people and jobs do. Each operation takes an actor first, locks what it changes, asks the core, and stores
    # the change, its ledger entries and its messages in one transaction. Network and slow cryptography happen outside
    # of transactions. What they write, in documents and certificates, is in the language of the office, whoever asks.
    class Operation
      def self.call(...) = Words::Languages.in(JustSeal.office.language) { new.call(...) }

      private

      def office = JustSeal.office
      def now = @now ||= office.now
      def db = Store.db
      def transaction(&) = Store.transaction(&)

      # Appends an entry to the docket's chain; to be called in the transaction of what it tells of.
      def record_event(docket, kind, actor, facts = {})
        actor = actor.with(acts_for: docket.steered_for) if docket.steered_for
        record_event_on(docket.number, kind, actor, facts)
      end

      # The same for a chain by its name: records and case files have chains of their own, under their number or code.
      def record_event_on(chain, kind, actor, facts = {})
        Store::Ledger.append(docket: chain, kind: kind, at: now, actor: actor.to_entry, facts: facts)
        Jobs::FollowEvent.enqueue(chain, kind, SecureRandom.uuid, actor.run) if FollowEvent.followed?(kind)
      end

      def allow!(actor, act)
        return if actor.may?(act)

        raise Errors::Forbidden, :role_forbids
      end

      # +act+: :see or :change. What somebody may not see is not there for them.
      def allow_record!(actor, record, act)
        missing = Errors::Missing.new(:no_record, number: record.number)
        raise missing unless Queries::VisibleScope.new(actor).record?(record)

        allow_case_file!(actor, record.case_file, act, missing: missing)
      end

      # Raises Errors::Missing where only a stub is left of +record+.
      def refuse_destroyed!(record)
        raise Errors::Missing.new(:record_destroyed, number: record.number) if record.destroyed?
      end

      # +missing+: what is raised where they may not see it.
      def allow_case_file!(actor, case_file, act, missing: Errors::Missing.new(:no_case_file, code: case_file.code))
        sight = Queries::VisibleScope.new(actor)
        raise missing unless sight.see?(case_file)
        return if act == :see || sight.change?(case_file)

        raise Errors::Forbidden.new(:case_file_of_others, code: case_file.code)
      end

      # A docket is changed by its owner, or by an administrator; whoever lost the right to its records can still
      # withdraw it.
      def allow_docket!(actor, docket, act)
        allow!(actor, act)
        docket.documents.each { |one| allow_record!(actor, one.record, seen(docket)) } unless act == :withdraw
        return if docket.owner_id == actor.id || circulates?(actor, docket)
        return docket.steered_for = docket.owner.name if deputy?(actor, docket)
        return if actor.may?(:manage_any_docket)

        raise Errors::Forbidden.new(:docket_of_somebody_else, number: docket.number)
      end

      # What is one for all stays as it is: whoever may see it may send it round.
      def seen(docket) = docket.for_all ? :see : :change

      # Is it a docket of a circulation that +actor+ steers?
      def circulates?(actor, docket)
        docket.circulation_id && Queries::CirculationList.steer?(actor, Store::Circulation[docket.circulation_id])
      end

      # Does +actor+ act today for whoever sends +docket+?
      def deputy?(actor, docket)
        actor.staff? && Queries::Deputies.today(office).for?(actor.id, docket.owner_id)
      end

      # The record keeps its newest docket's state with it, so that lists need not look it up.
      def move_docket(docket, move, **changes)
        docket.update(state: Core::Dockets::States.docket(docket.state, move), **changes)
        return if docket.for_all # its record is in many at once

        Store::Record.where(id: docket.documents_dataset.to_sign.select(:record_id)).update(docket_state: docket.state)
      end

      # Waivers are for one docket and end with it.
      def end_waivers(docket)
        Store::Waiver.where(party_id: docket.parties_dataset.select(:id), withdrawn_at: nil).update(withdrawn_at: now)
      end

      def move_party(party, move, **changes)
        party.update(state: Core::Dockets::States.party(party.state, move), state_since: now, **changes)
      end

      def signature_options(signer) = { signer: office.keys[signer], timestamp: office.time_stamps, at: now }
    end
  end
end
