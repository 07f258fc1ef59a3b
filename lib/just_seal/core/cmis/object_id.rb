# frozen_string_literal: true

module JustSeal
  module Core
    # The office as a repository for programs of others (OASIS CMIS 1.1).
    module Cmis
      # Ids of objects: "root", "folder:BL-1", "MB-2026-0001" (a record, by which its newest version is meant),
      # "MB-2026-0001;2" (a version), "MB-2026-0001;pwc" (what is checked out).
      ObjectId = Value.of(:kind, :number, :version) do
        def root? = kind == :root
        def folder? = %i[root folder].include?(kind)
        def working_copy? = version == :pwc

        def to_s
          return "root" if root?
          return "folder:#{number}" if kind == :folder

          version ? "#{number};#{version}" : number
        end
      end

      class << ObjectId
        RECORD = /\A([A-Z]{2,4}-\d{4}-\d{4,})(?:;(\d{1,6}|pwc))?\z/
        FOLDER = /\Afolder:([A-Z0-9][A-Z0-9-]{1,23})\z/

        def root = new(kind: :root)
        def folder(code) = new(kind: :folder, number: code)
        def version(number, version) = new(kind: :record, number: number, version: version)

        # nil for what is none.
        def read(text)
          return root if ["root", "", "/"].include?(text.to_s)
          return folder(Regexp.last_match(1)) if text.to_s.match(FOLDER)

          number, version = text.to_s.match(RECORD)&.captures
          return unless number

          new(kind: :record, number: number, version: version && (version == "pwc" ? :pwc : version.to_i))
        end
      end
    end
  end
end
