# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Bundle
      class Check
        # Holds what a circulation's bundle says of itself against its history: the account against the sealed
        # certificate, each person's act against the entries of their own docket, and the original against the one
        # it was started with.
        class Circulation
          FILE = "circulation.json"
          PEOPLE = "people.jsonl"
          # What the certificate encloses.
          ENCLOSED = "report.json"
          KNOWN = %r{
            \A(?:HOW-TO-CHECK\.txt|SHA256SUMS|certificate\.pdf|circulation\.json|ledger\.jsonl|
            private\.jsonl|people\.jsonl|
            checkpoint\.json|checkpoint-body\.json|checkpoint\.tst|last-entry-path\.txt|
            originals/[^/]+\.pdf|certificates/[^/]+\.pem|revocation/\d+\.(?:ocsp|crl))\z
          }x

          # +files+: {name => bytes}; +rows+: [[text, hash], ...] of the circulation's chain; +chains+: callable with a
          # file that holds chains, verified: {name => [[text, hash], ...]}.
          def initialize(files, rows, chains)
            @files = files
            @rows = rows
            @chains = chains
          end

          # [[code, where], ...]
          def findings
            [*account, *people, *originals, *@files.keys.grep_v(KNOWN).map { |name| [:file_strange, name] }]
          rescue *MALFORMED, *Pdf::Check::LIBRARY_FAULTS
            [[:account_differs, FILE]]
          end

          private

          # The account is the one that was sealed in the certificate, and the chain tells of that certificate.
          def account
            certificate = @files.fetch("certificate.pdf")
            enclosed = Pdf::Signing.open(certificate).files.find { |file| file.path == ENCLOSED }
            same = enclosed&.embedded_file_stream&.stream == @files[FILE] && told?(certificate)
            same ? [] : [[:account_differs, FILE]]
          end

          def told?(certificate)
            sha256 = OpenSSL::Digest::SHA256.hexdigest(certificate)
            facts_of("circulation.certified").any? { |facts| facts["sha256"] == sha256 }
          end

          # Facts of the circulation's entries of +kind+.
          def facts_of(kind)
            entries = @rows.map { |text, _| JSON.parse(text) }
            entries.select { |one| one["kind"] == kind }.map { |one| one["facts"] }
          end

          # Where everybody has the same document it is there, as it was when the circulation was started.
          def originals
            started = facts_of("circulation.started").filter_map { |facts| facts["sha256"] }
            there = @files.select { |name, _| name.start_with?("originals/") }
            hashes = there.transform_values { |bytes| OpenSSL::Digest::SHA256.hexdigest(bytes) }
            other = hashes.reject { |_, sha256| started.include?(sha256) }
            other.map { |name, _| [:other_original, name] } +
              (started - hashes.values).map { |sha256| [:member_missing, sha256] }
          end

          # Whoever is said to have acted has an entry that says so, with that hash.
          def people
            chains = @chains.call(PEOPLE)
            acted = JSON.parse(@files.fetch(FILE)).fetch("people").select { |one| one["acted"] }
            wrong = acted.reject do |one|
              chains.fetch(one["docket"], []).any? { |text, hash| hash == one["entry"] && acts?(text) }
            end
            wrong.map { |one| [:person_differs, one["docket"].to_s] }
          end

          def acts?(text) = JSON.parse(text)["kind"] == "party.acted"
        end
      end
    end
  end
end
