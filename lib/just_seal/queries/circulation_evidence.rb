# frozen_string_literal: true

module JustSeal
  module Queries
    # Everything that the evidence bundle of a circulation holds, as files: {name => bytes}.
    class CirculationEvidence
      BATCH = 200

      # +checkpoint+: Store::Checkpoint that covers the circulation's newest entry.
      def initialize(circulation, office:, checkpoint:)
        @circulation = circulation
        @office = office
        @checkpoint = checkpoint
      end

      def files
        chain = ChainEvidence.new(@circulation.number, office: @office, checkpoint: @checkpoint)
        {
          "HOW-TO-CHECK.txt" => Core::Bundle::HowToCheckCirculation.text(
            circulation: @circulation.number,
            office: @office.name,
            words: Words.in_document("how_to_check"),
            digest: @checkpoint.digest
          ),
          "certificate.pdf" => certificate,
          Core::Bundle::Check::Circulation::FILE => account,
          **original,
          **chain.files,
          **ChainEvidence.apart([@circulation.number, *numbers]),
          Core::Bundle::Check::Circulation::PEOPLE => people,
          **chain.authorities([certificate])
        }
      end

      private

      def certificate = @certificate ||= @office.blobs.get(@circulation.sheet_record.versions.first.sha256)

      # It stands in the certificate, and only there: it is what was true when that was sealed.
      def account
        doc = Core::Pdf::Signing.open(certificate)
        enclosed = doc.files.find { |file| file.path == Core::Bundle::Check::Circulation::ENCLOSED }
        enclosed.embedded_file_stream.stream
      end

      def original
        return {} unless @circulation.version

        title = Core::Filing::SafeName.line(@circulation.title).gsub(%r{[/\\:*?"<>|]}, "-")[0, 120]
        { "originals/1 #{title}.pdf" => @office.blobs.get(@circulation.version.sha256) }
      end

      def numbers
        @numbers ||= Store::Docket.where(circulation_id: @circulation.id).order(:id).select_map(:number)
      end

      # The entries of everybody's docket, one chain after the other.
      def people
        numbers.each_slice(BATCH).flat_map do |some|
          rows = Store.db[:ledger_entries].where(docket: some).order(:docket, :seq).select_map(:body)
          rows.map { |text| "#{text}\n" }
        end.join
      end
    end
  end
end
