# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins an intake with one file and what is known of it, for a person to go on with: what another program opens
    # when somebody says "send this" there.
    class BeginIntake < Operation
      # +values+: {particular => text}; +title+: text or "". Returns the Store::Intake. Raises Errors::Invalid keyed
      # "file" for what can't be a document.
      def call(actor, bytes:, file_name:, record_class: nil, case_file: nil, title: "", values: {})
        transaction do
          intake = OpenIntake.call(actor, record_class: record_class, case_file: case_file)
          file = AddToIntake.call(actor, intake_id: intake.id, bytes: bytes, file_name: file_name)
          known = intake.record_class.particulars.map { |item| item["name"] }
          typed = { "particulars" => values.slice(*known), "titles" => title.empty? ? {} : { file.id.to_s => title } }
          intake.update(typed: Sequel.pg_jsonb(intake.typed.to_h.merge(typed)))
          intake
        end
      end
    end
  end
end
