# frozen_string_literal: true

module JustSeal
  module Store
    # A record's version on its way through a docket: to be signed, or enclosed.
    class DocketDocument < Sequel::Model(:docket_documents)
      many_to_one :docket, class: "JustSeal::Store::Docket"
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :version, class: "JustSeal::Store::Version"
      one_to_many :fields, class: "JustSeal::Store::Field", key: :document_id, order: :id
      dataset_module do
        where(:to_sign, role: "sign")
        # Without those of circulations for which a record stays as it is.
        where(:own, for_all: nil)
      end

      def to_sign? = role == "sign"
      # SHA-256 of the bytes as they stand now: prepared, out, or sealed.
      def stands_at = sealed_sha256 || current_sha256 || version.sha256

      # Its fields as Core::Fields::FieldPlacement; +letters+: {id of party => letter}.
      def spots(letters) = fields.map { |field| field.spot(letters.fetch(field.party_id), position) }
    end
  end
end
