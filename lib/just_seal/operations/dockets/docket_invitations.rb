# frozen_string_literal: true

module JustSeal
  module Operations
    # Invites the parties of a docket when it is their turn, and has them reminded. Runs in the transaction of what made
    # it their turn.
    class DocketInvitations < Operation
      # Invites those whose turn it is.
      def call(docket)
        parties = docket.parties_dataset.all
        ids = Core::Dockets::Turns.to_invite(parties.map(&:seat)).map(&:id)
        parties.select { |party| ids.include?(party.id) }.each { |party| invite(docket, party, :invite) }
        remind_later(docket)
      end

      # +move+: :invite, or :replace for who takes another's place.
      def invite(docket, party, move)
        move_party(party, move, invited_at: now)
        facts = { "party" => party.letter, "turn" => party.turn, **party.reached_at }
        record_event(docket, "party.invited", Core::Actor::SYSTEM, facts)
        party.addressees.each { |to| Messages.post(docket, :invitation, to: to, at: now) }
      end

      # Has the job run that reminds, at the next moment when somebody is to be reminded.
      def remind_later(docket)
        parties = docket.parties_dataset.where(state: Core::Dockets::States::MAY_ACT)
        plans = parties.map { |party| party.reminding(docket) }
        at = Core::Dockets::Reminders.next(plans, deadline: docket.deadline, warned: !docket.warned_at.nil?, now: now)
        Jobs::RemindDocket.enqueue(docket.id, job_options: { run_at: at }) if at && !waiting?(docket, at)
      end

      private

      def waiting?(docket, at)
        db[:que_jobs]
          .where(job_class: "JustSeal::Jobs::RemindDocket", run_at: at, finished_at: nil)
          .where(Sequel.lit("args = ?::jsonb", "[#{docket.id}]"))
          .any?
      end
    end
  end
end
