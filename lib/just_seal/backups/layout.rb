# frozen_string_literal: true

module JustSeal
  module Backups
    # Where the parts of backups lie in their folder: one beside the other, with the kept files of all of them in one
    # place, each once.
    #
    #   FOLDER/blobs/ab/cd/abcd…          kept files, by their SHA-256
    #   FOLDER/20261127T201500Z/          one backup, there whole or not at all
    #     database.dump                   PostgreSQL's own format
    #     keys/                           signing keys, encrypted under the master key, and their certificates
    #     outside/                        checkpoints and heads, as they stood
    #     manifest.json                   what belongs to it, with sizes and hashes
    #     manifest.sha256
    module Layout
      DUMP = "database.dump"
      CHECKPOINTS = "outside/checkpoints.jsonl"
      HEADS = "outside/checkpoints.jsonl.heads"
      MANIFEST = "manifest.json"
      SEAL = "manifest.sha256"
      NAME = /\A\d{8}T\d{6}Z\z/
      PARTIAL = ".partial"

      module_function

      def blobs(folder) = File.join(folder, "blobs")
      def name(time) = time.utc.strftime("%Y%m%dT%H%M%SZ")

      # Paths of the whole backups in +folder+, the oldest first.
      def all(folder)
        Dir.children(folder).grep(NAME).sort.map { |name| File.join(folder, name) }
      end
    end
  end
end
