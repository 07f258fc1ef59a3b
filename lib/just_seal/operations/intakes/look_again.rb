# frozen_string_literal: true

module JustSeal
  module Operations
    # Has a file of an intake looked at once more: flattened, or because a conversion failed.
    class LookAgain < Operation
      # Returns the Store::IntakeFile. Raises Errors::Conflict for a file that is kept or being looked at.
      def call(actor, intake_id:, file_id:, flatten: false)
        allow!(actor, :capture)
        transaction do
          intake = IntakeLock.take(actor, intake_id)
          file = intake.files_dataset.where(id: file_id).for_update.first or
            raise Errors::Missing, :no_such_file_intake
          raise Errors::Conflict.new(:file_in_work, name: file.file_name) unless %w[ready unfit].include?(file.state)

          file.update(state: "waiting", problem: nil)
          Jobs::LookAtFile.enqueue(file.id, flatten)
          file
        end
      end
    end
  end
end
