# frozen_string_literal: true

module JustSeal
  module Store
    # One stored state of a record's content.
    class Version < Sequel::Model(:versions)
      # What can still be sent for signature, once it is a PDF: neither a sealed document nor a certificate.
      WORKING = %w[captured revised converted flattened scan read].freeze

      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :creator, class: "JustSeal::Store::Account", key: :created_by
      dataset_module { where(:working, kind: WORKING, media: "pdf") }

      def pdf? = media == "pdf"
    end
  end
end
