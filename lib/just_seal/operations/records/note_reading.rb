# frozen_string_literal: true

module JustSeal
  module Operations
    # What an auditor from outside looked at is on the chain of the inquiry.
    class NoteReading < Operation
      def call(actor, inquiry:, path:)
        transaction { record_event_on(inquiry.number, "auditor.read", actor, { "page" => path[0, 300] }) }
      end
    end
  end
end
