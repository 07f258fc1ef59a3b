# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What a check found. +signatures+: OneSignature results in the order of signing; +revisions+: Layer values
        # from the bottom; +findings+: Finding values, the gravest first; +size+: bytes; +sha256+: hex.
        Report = Value.of(:signatures, :revisions, :findings, :size, :sha256) do
          # :intact, or one of GRADES
          def verdict = GRADES.find { |grade| findings.any? { |finding| finding.grade == grade } } || :intact

          # As `bin/justseal verify` leaves: 0 finished, intact, trusted and proved, 2 unreadable, otherwise 1.
          def exit_code = { intact: 0, unreadable: 2 }.fetch(verdict, 1)

          # The length in bytes of the newest state that a signature covers whole, nil without one.
          def whole_bytes = signatures.select(&:valid?).map(&:covers_bytes).max
        end
      end
    end
  end
end
