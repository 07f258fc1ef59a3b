# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What the standard says of a signature (ETSI EN 319 102-1, 5.1.3, tables 5 and 6). +main+: "TOTAL-PASSED",
        # "TOTAL-FAILED" or "INDETERMINATE"; +sub+: "NO_POE" and the like, nil where all is well.
        Indication = Value.of(:main, :sub) do
          def to_s = [main, sub].compact.join(", ")

          # By +findings+: the gravest counts, of several the first.
          def self.of(findings)
            worst = findings.reject { |one| one.grade == :note }.min_by { |one| GRADES.index(one.grade) }
            return Indication::PASSED unless worst

            Indication::OF.fetch(worst.code) { Indication::OTHERWISE.fetch(worst.grade) }
          end

          # Of a signature by its +own+ findings, where the +file+ has further ones.
          def self.within(own, file) = of(own + file.select { |one| Indication::WHOLE.include?(one.grade) })
        end

        class Indication
          # Grades of a file that no signature in it survives.
          WHOLE = %i[unreadable altered unfinished].freeze
          PASSED = new(main: "TOTAL-PASSED")
          FAILED = ->(sub) { new(main: "TOTAL-FAILED", sub: sub) }
          OPEN = ->(sub) { new(main: "INDETERMINATE", sub: sub) }
          OTHERWISE = {
            unreadable: FAILED.call("FORMAT_FAILURE"),
            altered: FAILED.call("FORMAT_FAILURE"),
            unfinished: OPEN.call("TRY_LATER"),
            untrusted: OPEN.call("CHAIN_CONSTRAINTS_FAILURE"),
            undetermined: OPEN.call("SIG_CONSTRAINTS_FAILURE")
          }.freeze
          OF = {
            never_sealed: OPEN.call("SIGNED_DATA_NOT_FOUND"),
            signature_broken: FAILED.call("HASH_FAILURE"),
            signature_value_wrong: FAILED.call("SIG_CRYPTO_FAILURE"),
            certificate_not_named: OPEN.call("NO_SIGNING_CERTIFICATE_FOUND"),
            certificate_missing: OPEN.call("NO_SIGNING_CERTIFICATE_FOUND"),
            signature_kind_unknown: OPEN.call("CUSTOM"),
            time_stamp_broken: OPEN.call("SIG_CONSTRAINTS_FAILURE"),
            time_stamp_missing: OPEN.call("NO_POE"),
            proof_ended: OPEN.call("OUT_OF_BOUNDS_NO_POE"),
            times_out_of_order: OPEN.call("TIMESTAMP_ORDER_FAILURE"),
            algorithm_ended: OPEN.call("CRYPTO_CONSTRAINTS_FAILURE_NO_POE"),
            status_stale: OPEN.call("TRY_LATER"),
            status_missing: OPEN.call("TRY_LATER"),
            unknown_root: OPEN.call("NO_CERTIFICATE_CHAIN_FOUND"),
            unknown_time_authority: OPEN.call("NO_CERTIFICATE_CHAIN_FOUND"),
            out_of_time: OPEN.call("OUT_OF_BOUNDS_NO_POE"),
            chain_broken: OPEN.call("CERTIFICATE_CHAIN_GENERAL_FAILURE"),
            revoked: OPEN.call("REVOKED_NO_POE")
          }.freeze
        end
      end
    end
  end
end
