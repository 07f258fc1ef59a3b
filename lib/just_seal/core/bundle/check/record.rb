# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Bundle
      class Check
        # Holds the account of a record that was packed for an archive against the record's history: the entry that
        # tells of the packing names the account by its hash.
        class Record
          FILE = "record.json"
          BESIDE = %r{
            \A(?:SHA256SUMS|ledger\.jsonl|private\.jsonl|
            checkpoint\.json|checkpoint-body\.json|checkpoint\.tst|
            last-entry-path\.txt|certificates/[^/]+\.pem|revocation/\d+\.(?:ocsp|crl))\z
          }x

          # +files+: {name => bytes}; +rows+: [[text, hash], ...] of the record's chain.
          def initialize(files, rows)
            @files = files
            @rows = rows
          end

          # [[code, where], ...]
          def findings
            found = (@files.keys - [file]).grep_v(BESIDE).map { |name| [:file_strange, name] }
            borne_out? ? found : [[:account_differs, file], *found]
          rescue *MALFORMED
            [[:account_differs, file]]
          end

          private

          def file = self.class::FILE
          def entries = @entries ||= @rows.map { |text, _| JSON.parse(text) }
          def told = @told ||= JSON.parse(@files.fetch(file))
          def borne_out? = named?("record.packed", "account") && entries.first["docket"] == told["number"]

          # Is the file named by its hash in an entry of that kind?
          def named?(kind, fact)
            sha256 = OpenSSL::Digest::SHA256.hexdigest(@files.fetch(file))
            entries.any? { |entry| entry["kind"] == kind && entry["facts"][fact] == sha256 }
          end
        end
      end
    end
  end
end
