# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Core
    module Bundle
      class Check
        # Holds what a docket's bundle says of itself against its history: the account against the seal certificate and
        # the chain, the originals against what was sent, and what is there against what has to be.
        class Account
          KNOWN = %r{
            \A(?:HOW-TO-CHECK\.txt|SHA256SUMS|certificate\.pdf|docket\.json|ledger\.jsonl|
            private\.jsonl|checkpoint\.json|
            checkpoint-body\.json|checkpoint\.tst|last-entry-path\.txt|rulebook\.json|
            (?:documents|originals)/[^/]+\.pdf|certificates/[^/]+\.pem|revocation/\d+\.(?:ocsp|crl))\z
          }x

          # +files+: {name => bytes}; +rows+: [[text, hash], ...] of the chain.
          def initialize(files, rows)
            @files = files
            @rows = rows
          end

          # [[code, where], ...]
          def findings
            @account = JSON.parse(@files.fetch("docket.json"))
            [
              *account,
              *originals,
              *members,
              *@files.keys.grep_v(KNOWN).map { |name| [:file_strange, name] }
            ]
          rescue *MALFORMED, *Pdf::Check::LIBRARY_FAULTS
            [[:account_differs, "docket.json"]]
          end

          private

          # The account is the one that was sealed in the certificate, and its chain is this one's beginning.
          def account
            certificate = @files["certificate.pdf"] or return []
            enclosed = Pdf::Signing.open(certificate).files.find { |file| file.path == "docket.json" }
            told = @account.fetch("ledger")
            hash = @rows[told.fetch("entries") - 1]&.last
            same = enclosed&.embedded_file_stream&.stream == @files["docket.json"] && hash == told.fetch("last_hash")
            same &&= @account["docket"] == JSON.parse(@rows.first.first)["docket"]
            same ? [] : [[:account_differs, "docket.json"]]
          end

          # Each is the version that was sent.
          def originals
            enclosed = @account["enclosures"].to_a.map { |one| one["sha256"] }
            sent = @account["documents"].map { |one| sent_of(one) } + enclosed
            there = in_folder("originals").transform_values { |bytes| OpenSSL::Digest::SHA256.hexdigest(bytes) }
            there.reject { |_, sha256| sent.include?(sha256) }.map { |name, _| [:other_original, name] } +
              (sent - there.values).map { |sha256| [:member_missing, sha256] }
          end

          # Accounts of dockets from before told the version that was sent alone.
          def sent_of(document)
            document["versions"] ? document["versions"].last["sha256"] : document["sha256_original"]
          end

          # As many documents as were sealed, and the certificate.
          def members
            sealed = @rows.map { |text, _| JSON.parse(text) }.find { |entry| entry["kind"] == "docket.sealed" }
            lacking = Array(sealed&.dig("facts", "sha256")).size - in_folder("documents").size
            [
              ([:member_missing, "documents"] if lacking.positive?),
              ([:member_missing, "certificate.pdf"] if sealed && !@files.key?("certificate.pdf"))
            ].compact
          end

          def in_folder(name) = @files.select { |path, _| path.start_with?("#{name}/") }
        end
      end
    end
  end
end
