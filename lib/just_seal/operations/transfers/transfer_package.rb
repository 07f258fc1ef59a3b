# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes the package of one record: signs and time-stamps the container with its chain and account, and a bundle of
    # each of its sealed dockets and circulations.
    class TransferPackage < Operation
      # +line+: Store::TransferLine; +account+: Queries::RecordAccount; +checkpoint+: over all that is told of it.
      def initialize(line, account, checkpoint:)
        super()
        @line = line
        @account = account
        @checkpoint = checkpoint
      end

      # Bytes of the bag.
      def call
        Core::Transfer::Package.write(
          @account.to_h,
          files,
          entries: entries,
          basis: @line.basis.to_h,
          archive: @line.transfer.archive,
          info: info,
          at: now
        )
      end

      private

      def record = @line.record

      def files
        {
          Core::Transfer::Package::EVIDENCE => container(evidence),
          **@account.files.transform_values { |sha256| office.blobs.get(sha256) },
          **@account.dockets.to_h { |row| bundle(row, Queries::DocketEvidence) },
          **@account.circulations.to_h { |row| bundle(row, Queries::CirculationEvidence) }
        }
      end

      def container(files) = Core::Bundle::Package.write(files, **signature_options(:seal))

      def evidence
        chain = Queries::ChainEvidence.new(record.number, office: office, checkpoint: @checkpoint)
        { Core::Bundle::Check::Record::FILE => @account.text, **chain.files, **chain.authorities([]) }
      end

      def bundle(row, kind)
        files = kind.new(row, office: office, checkpoint: @checkpoint).files
        [Core::Transfer::Package.docket_path(row.number), container(files)]
      end

      def entries
        chains = [record, *@account.dockets, *@account.circulations].map(&:number)
        chains.flat_map { |chain| Store::Ledger.told(chain) }
      end

      def info
        {
          "Source-Organization" => office.name,
          "External-Description" => record.title,
          "External-Identifier" => record.number,
          "Bag-Group-Identifier" => @line.transfer.number,
          "Internal-Sender-Identifier" => "#{record.record_class.code} #{record.case_file.code}"
        }
      end
    end
  end
end
