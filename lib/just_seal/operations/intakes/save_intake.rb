# frozen_string_literal: true

module JustSeal
  module Operations
    # Saves what was typed for an intake, complete or not, so that a lost session loses nothing.
    class SaveIntake < Operation
      # +record_class+: row, nil while it is open which it will be;
      # +typed+: {"particulars" => {name => text}, "titles" => {file id => text}, "own" => {file id => {name => text}}}.
      # Returns the Store::Intake.
      # When the class changes, what can be offered is read anew.
      def call(actor, intake_id:, typed:, record_class:, case_file:)
        allow!(actor, :capture)
        allow_case_file!(actor, case_file, :change) if case_file
        transaction do
          intake = IntakeLock.take(actor, intake_id)
          typed = typed.merge("class_open" => true) if record_class.nil? && intake.class_open?
          record_class ||= intake.record_class
          other_class = intake.record_class_id != record_class.id
          typed = without_blanks(typed) if intake.case_file_id != case_file&.id
          intake.update(typed: Sequel.pg_jsonb(typed), record_class_id: record_class.id, case_file_id: case_file&.id)
          look_again(intake) if other_class
          intake
        end
      end

      private

      # Another case file begins with other particulars: what is empty is filled from there.
      def without_blanks(typed)
        typed.merge(
          "particulars" => typed["particulars"].to_h.reject do |_, text|
            Array(text).all? do |one|
              one.to_s.strip.empty?
            end
          end
        )
      end

      def look_again(intake)
        intake.files_dataset.where(state: "ready").each do |file|
          file.update(state: "waiting")
          Jobs::LookAtFile.enqueue(file.id, file.flattened)
        end
      end
    end
  end
end
