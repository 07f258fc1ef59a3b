# frozen_string_literal: true

require "digest"
require "json"

module JustSeal
  module Backups
    # What belongs to one backup, with the hash of each part.
    class Manifest
      # Reads that of the backup at +path+. Raises Errors::Damaged where it is not what was written.
      def self.read(path)
        text = File.read(File.join(path, Layout::MANIFEST))
        sealed = File.read(File.join(path, Layout::SEAL)).split.first
        return new(JSON.parse(text)) if Digest::SHA256.hexdigest(text) == sealed

        raise Errors::Damaged.new(:backup_changed, part: Layout::MANIFEST)
      rescue Errno::ENOENT, Errno::ENOTDIR
        raise Errors::Missing.new(:no_backup, path: path)
      end

      def initialize(values)
        @values = values
      end

      # Writes it to the backup at +path+. Returns its SHA-256.
      def write(path)
        text = JSON.pretty_generate(@values)
        sha256 = Digest::SHA256.hexdigest(text)
        File.write(File.join(path, Layout::MANIFEST), text, perm: 0o600)
        File.write(File.join(path, Layout::SEAL), "#{sha256}  #{Layout::MANIFEST}\n", perm: 0o600)
        sha256
      end

      def made_at = @values.fetch("made_at")
      def schema = @values.fetch("schema")
      def settings = @values.fetch("settings")
      # {path within the backup => {"sha256", "bytes"}}
      def files = @values.fetch("files")
      # {SHA-256 => bytes}
      def blobs = @values.fetch("blobs")

      # Holds every part of the backup at +path+, and every kept file, against its hash. Raises Errors::Damaged.
      def check(path)
        files.each { |name, part| check_file(File.join(path, name), part.fetch("sha256"), name) }
        kept = Ports::FileBlobs.new(Layout.blobs(File.dirname(path)))
        blobs.each_key { |sha256| kept.check(sha256) }
        self
      end

      private

      def check_file(path, sha256, name)
        return if File.file?(path) && Digest::SHA256.file(path).hexdigest == sha256

        raise Errors::Damaged.new(:backup_changed, part: name)
      end
    end
  end
end
