# frozen_string_literal: true

module JustSeal
  module Operations
    # What a reminder is, whoever sends it.
    module Reminding
      private

      def remind(docket, party, actor)
        party.update(reminded_at: now, reminders: party.reminders + 1)
        record_event(docket, "party.reminded", actor, "party" => party.letter, "email" => party.email)
        party.addressees.each { |to| Messages.post(docket, :reminder, to: to, at: now) }
      end
    end
  end
end
