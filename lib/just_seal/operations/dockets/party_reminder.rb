# frozen_string_literal: true

module JustSeal
  module Operations
    # Reminds one party, whoever wants it. Runs in the transaction of what found out that it is time.
    class PartyReminder < Operation
      def call(docket, party, actor)
        party.update(reminded_at: now, reminders: party.reminders + 1)
        record_event(docket, "party.reminded", actor, "party" => party.letter, **party.reached_at)
        party.addressees.each { |to| Messages.post(docket, :reminder, to: to, at: now) }
      end
    end
  end
end
