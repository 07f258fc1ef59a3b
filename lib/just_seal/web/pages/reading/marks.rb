# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Reading
        # Who stands behind the marks on the pages of a document: a part of the page that shows it.
        class Marks < Page
          include SignatureFacts

          # +found+: Queries::DocumentMarks.
          def initialize(context, found)
            super(context)
            @found = found
          end

          def report = @found.report
          def seats = @found.seats.map { |seat| SeatRow.new(context, seat, report: report) }
          def others = @found.others.map { |seat| SeatRow.new(context, seat, report: report) }
          def nothing? = seats.empty? && others.empty?
          def strata? = report.revisions.any?(&:signature)
        end
      end
    end
  end
end
