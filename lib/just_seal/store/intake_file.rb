# frozen_string_literal: true

module JustSeal
  module Store
    # One file of an intake: what came, and the PDF that it is or that was made of it.
    class IntakeFile < Sequel::Model(:intake_files)
      many_to_one :intake, class: "JustSeal::Store::Intake"
      many_to_one :record, class: "JustSeal::Store::Record"
      dataset_module do
        where(:unfinished, state: %w[waiting ready unfit])
        where(:shown, state: %w[waiting ready unfit kept])
      end

      def made_pdf? = pdf_sha256 && pdf_sha256 != sha256
    end
  end
end
