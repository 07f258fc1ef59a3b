# frozen_string_literal: true

module JustSeal
  module Store
    # A DOCX or ODT with marks, from which documents of a class are made.
    class DocumentTemplate < Sequel::Model(:document_templates)
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      dataset_module { where(:live, retired_at: nil) }
    end
  end
end
