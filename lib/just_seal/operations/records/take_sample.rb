# frozen_string_literal: true

module JustSeal
  module Operations
    # Gives somebody a document of their own to try everything on: a record that is never counted, with numbers of a
    # series of its own. What is tried on it is real: its mails go out, and it is sealed.
    class TakeSample < Operation
      # In the place of the letters of a class, and before docket numbers.
      PREFIX = "TRY"

      # Returns the Store::Record. Raises Errors::Conflict where there is no class or no case file to keep it in.
      def call(actor)
        allow!(actor, :capture)
        record_class = Store::RecordClass.order(:code).first or raise Errors::Conflict, :sample_needs_class
        case_file = place(actor) or raise Errors::Conflict, :sample_needs_case_file
        bytes = Core::Pdf::SampleDocument.call(words, faces: office.faces)
        looked = Core::Pdf::Intake.call(bytes)
        kept = { title: words.fetch(:title), record_class: record_class, case_file: case_file, values: {} }
        transaction { RecordKeeper.new(actor, sample: true).keep([version(bytes, looked)], **kept) }
      end

      private

      # The first open one that +actor+ may change.
      def place(actor)
        sight = Queries::VisibleScope.new(actor)
        sight.case_files.where(closed_at: nil).order(:id).all.find { |one| sight.change?(one) }
      end

      def words = @words ||= %i[title mark body places].to_h { |name| [name, I18n.t("in_document.sample.#{name}")] }

      def version(bytes, looked)
        {
          kind: "captured",
          file_name: "#{words.fetch(:title)}.pdf",
          sha256: office.blobs.put(bytes),
          size_bytes: bytes.bytesize,
          page_count: looked.pages,
          page_sizes: looked.page_sizes,
          findings: looked.findings.map(&:kept),
          why: Core::Problem.kept(:captured)
        }
      end
    end
  end
end
