# frozen_string_literal: true

module JustSeal
  module Operations
    # What every file from outside passes before it is kept: a scanner for malware, where one is set.
    class FileGate < Operation
      NOT_SCANNED = Core::Pdf::Intake::Finding.new(code: :not_scanned, facts: {})
      # What happens while the scanner is away: files wait, or come in marked.
      MARK = "mark"

      # Returns findings: [] for bytes in which nothing was found, or which nobody is to look at; [NOT_SCANNED] where
      # the scanner is away and files come in marked. Raises Errors::Invalid keyed +key+ for what was found, and
      # Errors::Unavailable while the scanner is away and files wait.
      def call(bytes, key: "file")
        scanner = office.scanner
        return [] if scanner.nil? || bytes.empty?

        found = scanner.look(bytes)
        raise Errors::Invalid, { key => Core::Problem.new(:malware, name: found) } if found

        []
      rescue Errors::Unavailable
        raise unless office.settings.scanner_away == MARK

        [NOT_SCANNED]
      end
    end
  end
end
