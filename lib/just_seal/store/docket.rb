# frozen_string_literal: true

module JustSeal
  module Store
    # One sending for signature.
    class Docket < Sequel::Model(:dockets)
      many_to_one :owner, class: "JustSeal::Store::Account"
      one_to_many :parties, class: "JustSeal::Store::Party", order: Party::IN_ORDER
      # Name of whoever is away, where a deputy has been let steer it in this transaction: what they do says so.
      attr_accessor :steered_for

      one_to_many :documents, class: "JustSeal::Store::DocketDocument", order: :position

      # {id of party => letter}
      def letters = parties.to_h { |party| [party.id, party.letter] }

      # The fields of all documents that are to be signed, as Core::Fields::FieldPlacement.
      def spots = letters.then { |known| to_sign.flat_map { |document| document.spots(known) } }
      def to_sign = documents.select(&:to_sign?)

      # Names of the fields in the order in which they were placed, whatever document they are in.
      def field_names
        Field.where(document_id: documents_dataset.to_sign.select(:id)).order(:id).select_map(:name)
      end

      # Of what is signed.
      def class_codes = to_sign.map { |document| document.record.record_class.code }.uniq

      # The docket with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing.new(:no_docket, number: number))
      end
    end
  end
end
