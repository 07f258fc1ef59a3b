# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps with an intake what was refused at its door and why, for its page to tell; nothing of the file is kept.
    class NoteRefused < Operation
      MAX_NOTES = 20

      # +problem+: the Errors::Invalid that refused it. An intake that is done tells of nothing any more.
      def call(actor, intake_id:, file_name:, problem:)
        allow!(actor, :capture)
        transaction do
          intake = IntakeLock.of(actor, intake_id)
          next if intake.ended_at

          note = [Core::Filing::SafeName.of(file_name), Core::Problem.kept(problem)]
          refused = [*intake.typed["refused"].to_a, note].last(MAX_NOTES)
          intake.update(typed: Sequel.pg_jsonb(intake.typed.to_h.merge("refused" => refused)))
        end
      end
    end
  end
end
