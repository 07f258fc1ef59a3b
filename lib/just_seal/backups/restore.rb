# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Backups
    # Puts a backup where there is nothing yet: into an empty database and an empty folder. Checkpoints and heads
    # outside the database are never replaced: by them the audit notices that an older state was put back.
    class Restore
      # +path+: of the backup; +url+: of the database as its owner; +var+: folder for keys; +blobs+: store for kept
      # files; +checkpoint_file+: where checkpoints stand outside the database, and heads beside them.
      def initialize(
        path, url:, var:,
        blobs: Ports::FileBlobs.new(File.join(var, "blobs")), checkpoint_file: File.join(var, "checkpoints.jsonl")
      )
        @blobs = blobs
        @path = path
        @dump = Ports::PostgresDump.new(url)
        @var = var
        @checkpoint_file = checkpoint_file
      end

      # Returns the Manifest. Raises Errors::Damaged where the backup is not what was written, Errors::Conflict where
      # something is there already.
      def call
        manifest = Manifest.read(@path)
        refuse(manifest)
        manifest.check(@path)
        copy_blobs(manifest)
        copy_keys
        copy(Layout::CHECKPOINTS, @checkpoint_file)
        copy(Layout::HEADS, "#{@checkpoint_file}.heads")
        @dump.read(File.join(@path, Layout::DUMP)) # last: what it speaks of is there
        manifest
      end

      private

      def refuse(manifest)
        raise Errors::Conflict, :database_not_empty unless @dump.empty?

        keys = File.join(@var, "keys")
        raise Errors::Conflict.new(:keys_there, path: keys) if Dir[File.join(keys, "*.key")].any?

        newer = manifest.schema > Store::Schema::WANTED
        raise Errors::Outdated.new(:schema_other, here: Store::Schema::WANTED, there: manifest.schema) if newer
      end

      def copy_blobs(manifest)
        from = Ports::FileBlobs.new(Layout.blobs(File.dirname(@path)))
        manifest.blobs.each_key { |sha256| @blobs.put(from.get(sha256)) }
      end

      def copy_keys
        Dir[File.join(@path, "keys", "*")].each do |path|
          copy(File.join("keys", File.basename(path)), File.join(@var, "keys", File.basename(path)))
        end
      end

      # What is there already stays.
      def copy(part, target)
        return if File.exist?(target)

        FileUtils.mkdir_p(File.dirname(target), mode: 0o700)
        FileUtils.cp(File.join(@path, part), target, preserve: true)
      end
    end
  end
end
