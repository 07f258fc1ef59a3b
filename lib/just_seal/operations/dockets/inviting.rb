# frozen_string_literal: true

module JustSeal
  module Operations
    # Invites the parties whose turn it is; shared by sending and acting.
    module Inviting
      private

      # Returns the parties that were invited.
      def invite_next(docket)
        parties = docket.parties_dataset.all
        ids = Core::Dockets::Turns.to_invite(parties.map(&:seat)).map(&:id)
        parties.select { |party| ids.include?(party.id) }.each do |party|
          move_party(party, :invite, invited_at: now)
          record_event(
            docket,
            "party.invited",
            Core::Actor::SYSTEM,
            "party" => party.letter,
            "turn" => party.turn,
            "email" => party.email
          )
          party.addressees.each { |to| Messages.post(docket, :invitation, to: to, at: now) }
        end
        remind_later(docket)
      end

      # The job that reminds, at the next moment when somebody is to be reminded.
      def remind_later(docket)
        plans = docket.parties_dataset.where(state: Core::Dockets::States::MAY_ACT).map do |party|
          party.reminding(docket)
        end
        at = Core::Dockets::Reminders.next(plans, deadline: docket.deadline, warned: !docket.warned_at.nil?, now: now)
        Jobs::RemindDocket.enqueue(docket.id, job_options: { run_at: at }) if at && !waiting?(docket, at)
      end

      def waiting?(docket, at)
        db[:que_jobs].where(
          job_class: "JustSeal::Jobs::RemindDocket",
          run_at: at,
          finished_at: nil
        ).where(Sequel.lit("args = ?::jsonb", "[#{docket.id}]")).any?
      end
    end
  end
end
