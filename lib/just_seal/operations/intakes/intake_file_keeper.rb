# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts a file into an intake and has it looked at; to be called in a transaction that holds the intake.
    class IntakeFileKeeper < Operation
      CHAIN = "intakes"

      # +file+: columns of Store::IntakeFile. Returns it.
      def call(actor, intake, **file)
        row = Store::IntakeFile.create(intake_id: intake.id, created_at: now, **file)
        Jobs::LookAtFile.enqueue(row.id)
        facts = { "intake" => intake.id, "media" => row.media, "sha256" => row.sha256, "size_bytes" => row.size_bytes }
        record_event_on(CHAIN, "intake.brought", actor, facts)
        row
      end
    end
  end
end
