# frozen_string_literal: true

module JustSeal
  module Operations
    # Who may work on an intake: whoever began it, and administrators.
    module IntakeAccess
      private

      # The intake, locked until the transaction ends. Raises Errors::Missing, or Errors::Conflict when it was ended.
      def open_intake(actor, id)
        intake = Store::Intake.where(id: id).for_update.first
        raise Errors::Missing, :no_such_intake unless intake && theirs?(actor, intake)
        raise Errors::Conflict, :intake_done if intake.ended_at

        intake
      end

      # The same for an intake of files that are to become records: neither a revision that comes back nor a document
      # that a template makes takes further files.
      def open_for_files(actor, id)
        intake = open_intake(actor, id)
        raise Errors::Conflict, :revision_comes_back if intake.record_id
        raise Errors::Conflict, :intake_of_template if intake.template_id

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
