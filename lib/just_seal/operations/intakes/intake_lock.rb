# frozen_string_literal: true

module JustSeal
  module Operations
    # The intake that somebody works on, locked until the transaction ends: their own, or any of an administrator's.
    module IntakeLock
      module_function

      # Raises Errors::Missing, or Errors::Conflict when it was ended.
      def take(actor, id)
        intake = of(actor, id)
        raise Errors::Conflict, :intake_done if intake.ended_at

        intake
      end

      # The same for an intake of files that are to become records: neither a revision that comes back nor a document
      # that a template makes takes further files.
      def take_for_files(actor, id)
        intake = take(actor, id)
        raise Errors::Conflict, :revision_comes_back if intake.record_id
        raise Errors::Conflict, :intake_of_template if intake.template_id

        intake
      end

      # The same, ended or not.
      def of(actor, id)
        intake = Store::Intake.where(id: id).for_update.first
        theirs = intake && (intake.account_id == actor.id || actor.role == "administrator")
        theirs ? intake : raise(Errors::Missing, :no_such_intake)
      end
    end
  end
end
