# frozen_string_literal: true

module JustSeal
  module Operations
    # Who may work on an intake: whoever began it, and administrators.
    module IntakeAccess
      private

      # The intake, locked until the transaction ends. Raises Errors::Missing, or Errors::Conflict when it was ended.
      def open_intake(actor, id)
        intake = Store::Intake.where(id: id).for_update.first
        raise Errors::Missing, "There is no such intake, or it belongs to somebody else." unless intake && theirs?(actor, intake)
        raise Errors::Conflict, "This intake is done: its files were kept or left out already." if intake.ended_at

        intake
      end

      def theirs?(actor, intake) = intake.account_id == actor.id || actor.role == "administrator"

      # An intake without files that could still be kept is done.
      def end_when_done(intake)
        intake.update(ended_at: now) if intake.files_dataset.unfinished.empty?
      end
    end
  end
end
