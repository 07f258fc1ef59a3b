# frozen_string_literal: true

module JustSeal
  module Queries
    # Who stands behind the marks on a document's pages: its parties with what they signed and filled in, and the
    # signatures of nobody among them. In a fixed number of queries.
    class DocumentMarks
      # +party+: Store::Party, nil for who is none; +signature+: Core::Pdf::Check::SignatureFacts or nil; +layer+: its
      # number from the bottom, nil without one; +marks+: Core::Pdf::Marks::Mark, ...; +labels+: {field => label or
      # kind}.
      Seat = Struct.new(:party, :signature, :layer, :marks, :labels, keyword_init: true) do
        # The Mark of its signature on a page, nil where it shows on none.
        def signed = marks.find { |mark| mark.field == signature&.field }
        def filled = marks.select { |mark| mark.value && mark.kind != :signature }
        def open = marks.reject(&:value)
      end

      attr_reader :report

      # +document+: Store::DocketDocument, nil for a file that is of no docket; +report+: Core::Pdf::Check::Report and
      # +marks+: Core::Pdf::Marks::Mark values, of its bytes.
      def initialize(document, report:, marks:)
        @document = document
        @report = report
        @marks = marks
      end

      def seats = @seats ||= acting.map { |party| seat(party) }.reject { |one| one.marks.empty? && one.signature.nil? }

      # Seats without a party, in the order of signing.
      def others
        known = seats.filter_map { |one| one.signature&.field }
        report.signatures.reject { |one| known.include?(one.field) }.map { |one| stranger(one) }
      end

      private

      def acting
        return [] unless @document

        @document.docket.parties_dataset.eager(:proofs).all.reject { |party| party.act == "receive" }
      end

      def spots
        @spots ||= @document.spots(@document.docket.parties.to_h { |party| [party.id, party.letter] })
      end

      def seat(party)
        own = spots.select { |spot| spot.party == party.letter }
        field = Core::Pdf::CertifyForSigning.field_name(party.letter, own)
        signature = report.signatures.find { |one| one.field == field }
        names = own.map(&:name) | [field]
        Seat.new(
          party: party,
          signature: signature,
          layer: layer_of(signature),
          marks: @marks.select { |mark| names.include?(mark.field) },
          labels: own.to_h { |spot| [spot.name, spot.title] }
        )
      end

      def stranger(signature)
        marks = @marks.select { |mark| mark.field == signature.field }
        Seat.new(party: nil, signature: signature, layer: layer_of(signature), marks: marks, labels: {})
      end

      def layer_of(signature)
        index = signature && report.revisions.index { |layer| layer.signature&.field == signature.field }
        index && (index + 1)
      end
    end
  end
end
