# frozen_string_literal: true

module JustSeal
  module Operations
    # Gives all who have not acted another day by which they have to.
    class ExtendCirculation < Operation
      # +due_on+: Date. Returns the circulation. Raises Errors::Invalid keyed "due_on".
      def call(actor, number:, due_on:)
        today = office.zone.to_local(now).to_date
        raise Errors::Invalid, { "due_on" => :deadline_passed } unless due_on && due_on > today

        transaction do
          circulation = CirculationLock.call(actor, number)
          running!(circulation)
          facts = { "from" => circulation.due_on&.iso8601, "to" => due_on.iso8601 }.compact
          circulation.update(due_on: due_on, due_days: nil)
          record_event_on(number, "circulation.extended", actor, facts)
          Jobs::SteerCirculation.plan(circulation, "extend", actor, "due_on" => due_on.iso8601)
          circulation
        end
      end

      # Reminds all who have not acted. Returns how many they are.
      def remind(actor, number:)
        transaction do
          circulation = CirculationLock.call(actor, number)
          running!(circulation)
          count = SteerRecipients.open(circulation).count
          record_event_on(number, "circulation.reminded", actor, "people" => count)
          Jobs::SteerCirculation.plan(circulation, "remind", actor)
          count
        end
      end

      private

      def running!(circulation)
        return if Core::Circulations::States::RUNNING.include?(circulation.state)

        raise Errors::Conflict.new(:circulation_not_running, number: circulation.number)
      end
    end
  end
end
