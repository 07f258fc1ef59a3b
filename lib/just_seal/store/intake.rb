# frozen_string_literal: true

module JustSeal
  module Store
    # Files that somebody dropped and has not kept as records yet.
    class Intake < Sequel::Model(:intakes)
      many_to_one :account, class: "JustSeal::Store::Account"
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :case_file, class: "JustSeal::Store::CaseFile"
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :template, class: "JustSeal::Store::DocumentTemplate"
      one_to_many :files, class: "JustSeal::Store::IntakeFile", order: :id
      dataset_module { where(:live, ended_at: nil) }

      # Has nobody said yet of which class the records will be?
      def class_open? = typed["class_open"] == true

      # Without files that could still be kept it is done.
      def end_when_done(at)
        update(ended_at: at) if files_dataset.unfinished.empty?
      end
    end
  end
end
