# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes kept files out of a folder of backups that none of its backups has any more: those of records that were
    # destroyed lie there until the last backup that has them was thrown away.
    class PruneBackups < Operation
      # +folder+: where backups lie. Returns how many files were taken out. Raises Errors::Damaged or Errors::Missing
      # where a manifest can't be read: then none is.
      def call(actor, folder:)
        allow!(actor, :keep_office)
        Backups::FolderLock.hold(folder) do
          gone = unlisted(folder)
          gone.each { |sha256| take_out(kept(folder), sha256) }
          transaction { record_event_on(KeepOffice::CHAIN, "backup.pruned", actor, "files" => gone.size) }
          gone.size
        end
      end

      private

      def take_out(blobs, sha256)
        blobs.put_aside(sha256)
        blobs.remove(sha256)
      end

      def kept(folder) = Ports::FileBlobs.new(Backups::Layout.blobs(folder))

      def unlisted(folder)
        listed = Backups::Layout.all(folder).flat_map { |path| Backups::Manifest.read(path).blobs.keys }.to_set
        kept(folder).each_sha256.reject { |sha256| listed.include?(sha256) }
      end
    end
  end
end
