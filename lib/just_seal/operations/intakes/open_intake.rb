# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins an intake: a place for files until they are kept as records.
    class OpenIntake < Operation
      # +record_class+: row, nil for the case file's own, or where it stays open which it will be; +case_file+: row or
      # nil; +record+: for a revision that comes back; +typed+: what is known already.
      # Returns the Store::Intake.
      def call(actor, record_class: nil, case_file: nil, record: nil, template: nil, typed: {})
        allow!(actor, :capture)
        allow_case_file!(actor, case_file, :change) if case_file
        defaults = Queries::CaseDefaults.of(case_file)
        chosen = record_class || defaults.record_class
        record_class = chosen || Store::RecordClass.order(:code).first
        raise Errors::Invalid, { "class" => :no_class_yet } unless record_class

        typed = typed.merge("class_open" => true) unless chosen
        Store::Intake.create(
          account_id: actor.id,
          record_class_id: record_class.id,
          case_file_id: case_file&.id,
          record_id: record&.id,
          template_id: template&.id,
          typed: Sequel.pg_jsonb(typed),
          created_at: now
        )
      end
    end
  end
end
