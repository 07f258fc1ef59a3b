# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks the next people of a circulation.
    class AskNext < Operation
      # +most+: how many. Returns :more while somebody is left to be asked, :done at the end. Raises
      # Errors::Unavailable while an authority is away: who was asked by then was.
      def call(circulation_id, most:)
        circulation = Store::Circulation[circulation_id]
        return :done unless %w[sending out].include?(circulation.state)

        ids = waiting(circulation).order(:id).limit(most).select_map(:id)
        ids.each { |id| SendCirculated.call(id) }
        return :more if waiting(circulation).any?

        finish(circulation_id)
        :done
      end

      private

      # Also those whose docket was left as a draft by a process that died.
      def waiting(circulation)
        people = circulation.recipients_dataset.here.where(problem: nil)
        drafts = Store::Docket.where(circulation_id: circulation.id, state: "draft").select(:id)
        people.where(Sequel.|({ docket_id: nil }, { docket_id: drafts }))
      end

      def finish(circulation_id)
        transaction do
          circulation = Store::Circulation.where(id: circulation_id).for_update.first
          next unless circulation.state == "sending"

          circulation.update(state: Core::Circulations::States.move(circulation.state, :finish))
          asked = circulation.recipients_dataset.exclude(docket_id: nil).count
          facts = { "asked" => asked, "failed" => circulation.recipients_dataset.exclude(problem: nil).count }
          record_event_on(circulation.number, "circulation.sent", Core::Actor::SYSTEM, facts)
        end
      end
    end
  end
end
