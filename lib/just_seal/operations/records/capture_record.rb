# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes one PDF into the repository as a new record with its first version.
    class CaptureRecord < Operation
      MAX_TITLE = 300

      # +bytes+: the file; +file_name+: as it was called; +title+; +record_class+, +case_file+: rows; +particulars+:
      # {name => text}.
      # +signed+: may it be signed already? Then it is kept as it came, and can't be sent for signature again.
      # Returns the Store::Record; a block is given it in the transaction in which it is made. Raises Errors::Invalid
      # with all problems, keyed "file", "title", "case_file" or "particulars.NAME".
      def call(actor, bytes:, file_name:, title:, record_class:, case_file:, particulars:, signed: false)
        allow!(actor, :capture)
        allow_case_file!(actor, case_file, :change)
        intake = self.class.look(bytes)
        title = Core::Filing::SafeName.line(title)
        values, problems = RecordKeeper.read(title, record_class, case_file, particulars)
        problems["file"] = intake.problem unless fit?(intake, signed)
        raise Errors::Invalid, problems unless problems.empty?

        marks = FileGate.call(bytes)
        version = self.class.version(bytes, file_name, intake.with(findings: intake.findings + marks), office)
        kept = { title: title, record_class: record_class, case_file: case_file, values: values }
        transaction { RecordKeeper.new(actor).keep([version], **kept).tap { |record| yield record if block_given? } }
      end

      def fit?(intake, signed) = intake.valid? || (signed && intake.signed?)
      private :fit?

      # Core::Pdf::Intake::Result of +bytes+, which come from outside.
      def self.look(bytes) = Ports::Confined.call { Core::Pdf::Intake.call(bytes) }

      def self.title_problems(title)
        return { "title" => :title_of_record_missing } if title.empty?

        title.length > MAX_TITLE ? { "title" => Core::Problem.new(:title_too_long, limit: MAX_TITLE) } : {}
      end

      def self.kind(intake)
        return "signed" if intake.signed?

        intake.scan ? "scan" : "captured"
      end

      # What is kept of +bytes+ that were looked at.
      def self.version(bytes, file_name, intake, office)
        {
          kind: kind(intake),
          file_name: file_name,
          sha256: office.blobs.put(bytes),
          size_bytes: bytes.bytesize,
          page_count: intake.pages,
          page_sizes: intake.page_sizes,
          findings: intake.findings.map(&:kept),
          why: Core::Problem.kept(:captured)
        }
      end
    end
  end
end
