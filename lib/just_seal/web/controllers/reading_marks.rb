# frozen_string_literal: true

module JustSeal
  module Web
    # The part of a page that tells who stands behind the marks on a document: for controllers.
    module ReadingMarks
      private

      # +document+: Store::DocketDocument, nil for a file that is of no docket; +sha256+: of its bytes.
      def show_marks(document, sha256)
        bytes = office.blobs.get(sha256)
        asked = { **office.accepted, at: office.now }
        report, marks = Ports::Confined.call do
          [Core::Pdf::Check.call(bytes, **asked), Core::Pdf::Marks.call(bytes)]
        end
        found = Queries::DocumentMarks.new(document, report: report, marks: marks)
        show_part Pages::Reading::Marks.new(context, found)
      end
    end
  end
end
