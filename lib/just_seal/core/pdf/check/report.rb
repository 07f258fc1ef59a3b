# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What a check found. +signatures+: OneSignature results in the order of signing; +revisions+: Layer values
        # from the bottom; +findings+: Finding values, the gravest first; +size+: bytes; +sha256+: hex; +sealers+: who
        # was said to be one, and +at+: the time for which it was asked, as of Check.call.
        Report = Value.of(:signatures, :revisions, :findings, :size, :sha256, :sealers, :at) do
          # :intact, or one of GRADES
          def verdict = GRADES.find { |grade| findings.any? { |finding| finding.grade == grade } } || :intact

          # As `bin/justseal verify` leaves: 0 finished, intact, trusted and proved, 2 unreadable, otherwise 1.
          def exit_code = { intact: 0, unreadable: 2 }.fetch(verdict, 1)

          # Indication, of the file as a whole.
          def indication = Indication.of(findings)

          # SignatureFacts of the certification, nil without one.
          def seal = signatures.find(&:certification?)

          # The length in bytes of the newest state that a signature covers whole, nil without one.
          def whole_bytes = signatures.select(&:valid?).map(&:covers_bytes).max
        end
      end
    end
  end
end
