# frozen_string_literal: true

require "digest"
require "fileutils"
require "json"

module JustSeal
  module Operations
    # Copies an office to a folder: its database as of one moment, kept files, keys as they are encrypted, and settings
    # without what is secret. Whatever ends it in between, earlier backups stay whole.
    class MakeBackup < Operation
      # Path, manifest (Backups::Manifest) and its SHA-256.
      Made = Core::Value.of(:path, :manifest, :sha256)
      LAYOUT = Backups::Layout

      # +folder+: where backups lie; +settings+: {variable => text} that may be seen. Returns Made.
      def call(actor, folder:, settings:)
        allow!(actor, :keep_office)
        FileUtils.mkdir_p(folder, mode: 0o700)
        Backups::FolderLock.hold(folder) do
          forget_partial(folder)
          path = File.join(folder, LAYOUT.name(now))
          made = write("#{path}#{LAYOUT::PARTIAL}", path, settings)
          transaction { record_event_on(KeepOffice::CHAIN, "backup.made", actor, "manifest" => made.sha256) }
          made
        end
      end

      private

      def forget_partial(folder) = FileUtils.rm_rf(Dir[File.join(folder, "*#{LAYOUT::PARTIAL}")])

      # Kept files are copied after the database: all that it speaks of are there by then.
      def write(draft, path, settings)
        raise Errors::Conflict.new(:backup_there, path: path) if File.exist?(path)

        ["", "keys", "outside"].each { |part| FileUtils.mkdir_p(File.join(draft, part), mode: 0o700) }
        copy_outside(draft) { dump(draft) }
        copy_keys(draft)
        manifest = Backups::Manifest.new(values(draft, File.dirname(path), settings))
        sha256 = manifest.write(draft)
        sync(draft)
        File.rename(draft, path)
        sync(File.dirname(path))
        Made.new(path: path, manifest: manifest, sha256: sha256)
      end

      # The database as of one moment. Returns the number of the newest checkpoint that it holds.
      def dump(draft)
        program = Ports::PostgresDump.new(office.settings.need(:owner_database_url))
        db.transaction(isolation: :repeatable, read_only: true) do
          snapshot = db.get(Sequel.function(:pg_export_snapshot))
          program.write(File.join(draft, LAYOUT::DUMP), snapshot: snapshot)
          Store::Checkpoint.max(:number).to_i
        end
      end

      # What stands outside the database tells no more than it does: heads from before the moment of the dump, which the
      # block makes, and checkpoints up to the newest that it holds.
      def copy_outside(draft)
        heads = File.exist?(office.heads.path) ? File.binread(office.heads.path) : ""
        newest = yield
        File.binwrite(File.join(draft, LAYOUT::HEADS), heads, perm: 0o600)
        points = office.checkpoints.all.select { |body, _| JSON.parse(body)["number"] <= newest }
        lines = points.map { |body, token| "#{JSON.generate("body" => body, "token" => token)}\n" }
        File.write(File.join(draft, LAYOUT::CHECKPOINTS), lines.join, perm: 0o600)
      end

      def copy_keys(draft)
        Dir[File.join(office.settings.var, "keys", "*.{key,crt,asked}")].each do |path|
          FileUtils.cp(path, File.join(draft, "keys", File.basename(path)), preserve: true)
        end
      end

      def values(draft, folder, settings)
        {
          "made_at" => Core::Ledger::Entry.time(now),
          "office" => office.name,
          "schema" => Store::Schema::WANTED,
          "settings" => settings,
          "files" => files(draft),
          "blobs" => copy_blobs(LAYOUT.blobs(folder))
        }
      end

      def files(draft)
        paths = Dir[File.join(draft, "**", "*")].select { |path| File.file?(path) }
        paths.sort.to_h do |path|
          part = { "sha256" => Digest::SHA256.file(path).hexdigest, "bytes" => File.size(path) }
          [path.delete_prefix("#{draft}/"), part]
        end
      end

      # Each is read, held against its hash, and copied unless it is there already. Returns {SHA-256 => bytes}.
      def copy_blobs(folder)
        kept = Ports::FileBlobs.new(folder)
        office.blobs.each_sha256.to_h do |sha256|
          bytes = office.blobs.get(sha256)
          kept.put(bytes)
          [sha256, bytes.bytesize]
        end
      end

      def sync(path)
        files = File.directory?(path) ? Dir[File.join(path, "**", "*")].select { |one| File.file?(one) } : []
        [*files, path].each { |one| File.open(one, &:fsync) }
      end
    end
  end
end
