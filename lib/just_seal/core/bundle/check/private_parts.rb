# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Bundle
      class Check
        # Holds what entries say of people, which lies apart, against the commitments in the entries. Parts may be
        # missing: they were let go, or left out. One of an entry that is not there says nothing.
        class PrivateParts
          FILE = "private.jsonl"

          # +files+: {name => bytes}; +rows+: [[text, hash], ...] of all chains that lie in the bundle.
          def initialize(files, rows)
            @files = files
            @rows = rows
          end

          # [Problem that names the entry, ...] of parts that are not what was committed to.
          def differing
            lines = @files.fetch(FILE, "").dup.force_encoding(Encoding::UTF_8).lines(chomp: true)
            lines.map { |line| JSON.parse(line) }.reject { |part| holds?(part) }.map do |part|
              Problem.new(:entry_in, file: FILE, seq: part["seq"])
            end
          rescue *MALFORMED
            [FILE]
          end

          private

          def holds?(part)
            return true unless commitments.key?(part.values_at("docket", "seq"))

            sealed = Ledger::Private::Sealed.new(text: part.fetch("private"), salt: part.fetch("salt"))
            commitments[part.values_at("docket", "seq")] == sealed.commitment
          end

          def commitments
            @commitments ||= @rows.to_h do |text, _|
              entry = JSON.parse(text)
              [entry.values_at("docket", "seq"), entry["private"]]
            end
          end
        end
      end
    end
  end
end
