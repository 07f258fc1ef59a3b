# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a circulation of a record with all that is said of it, at once: either all of it is kept, or nothing.
    class PrepareCirculation < Operation
      # +choice+: see Queries::CirculationPeople; +act+: of Core::Dockets::Readiness::ACTS; an empty +title+ means the
      # record's, and +due_days+ nil the usual ones. Returns the Store::Circulation. Raises Errors::Invalid as
      # EditCirculation does.
      def call(actor, record:, choice:, act:, title: "", message: "", due_days: nil)
        raise Errors::Invalid, { "act" => :choose_one } unless Core::Instructions::StepKinds::ACTS.include?(act)

        transaction do
          draft = DraftCirculation.call(actor, record: record)
          EditCirculation.call(
            actor,
            number: draft.number,
            edits: draft.edits,
            choice: choice,
            title: title.strip.empty? ? record.title : title,
            message: message,
            act: act,
            due_days: due_days || draft.due_days,
            **draft.values.slice(:mode, *EditDocket::REMINDERS)
          )
        end
      end
    end
  end
end
