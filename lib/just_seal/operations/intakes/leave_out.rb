# frozen_string_literal: true

module JustSeal
  module Operations
    # Leaves files of an intake out: they do not become records.
    class LeaveOut < Operation
      # +file_id+: nil for all that are left. Returns the Store::Intake.
      def call(actor, intake_id:, file_id: nil)
        allow!(actor, :capture)
        transaction do
          intake = IntakeLock.take(actor, intake_id)
          files = intake.files_dataset.unfinished
          (file_id ? files.where(id: file_id) : files).update(state: "left_out")
          intake.end_when_done(now)
          intake.update(ended_at: now) if file_id.nil? && intake.ended_at.nil?
          intake
        end
      end
    end
  end
end
