# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Bundle
      class Check
        # Holds the stub of a record that was destroyed against the record's history: the entry that tells of its
        # destruction names the stub by its hash, and the stub names the history up to there.
        class Stub
          FILE = "stub.json"
          KNOWN = %r{
            \A(?:SHA256SUMS|stub\.json|ledger\.jsonl|
            private\.jsonl|checkpoint\.json|checkpoint-body\.json|checkpoint\.tst|
            last-entry-path\.txt|certificates/[^/]+\.pem|revocation/\d+\.(?:ocsp|crl))\z
          }x

          # +files+: {name => bytes}; +rows+: [[text, hash], ...] of the record's chain.
          def initialize(files, rows)
            @files = files
            @rows = rows
          end

          # [[code, where], ...]
          def findings
            found = @files.keys.grep_v(KNOWN).map { |name| [:file_strange, name] }
            told? && follows? ? found : [[:account_differs, FILE], *found]
          rescue *MALFORMED
            [[:account_differs, FILE]]
          end

          private

          def stub = @stub ||= JSON.parse(@files.fetch(FILE))
          def entries = @entries ||= @rows.map { |text, _| JSON.parse(text) }

          def told?
            sha256 = OpenSSL::Digest::SHA256.hexdigest(@files.fetch(FILE))
            entries.any? { |entry| entry["kind"] == "record.destroyed" && entry["facts"]["stub"] == sha256 } &&
              entries.first["docket"] == stub["record"]["number"]
          end

          # The chain that it names is this one, up to the entry before.
          def follows?
            one = stub["chains"].find { |named| named["chain"] == stub["record"]["number"] }
            @rows.fetch(one["seq"] - 1).last == one["hash"] && entries[one["seq"]]["kind"] == "record.destroyed"
          end
        end
      end
    end
  end
end
