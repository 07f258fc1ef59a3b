# frozen_string_literal: true

module JustSeal
  module Web
    # Words about where a record went, and came from; for pages.
    module TransferWords
      # +line+: Store::TransferLine that an archive has confirmed.
      def handed_over_words(line)
        t("transfers.of_record.handed_over", archive: line.transfer.archive, identifier: line.identifier)
      end

      # +row+: Store::TakenPackage.
      def came_words(row) = t("transfers.of_record.came", office: row.office, number: row.former_number)

      def came_checked(row)
        verdict = t("verdicts.#{row.verdict}")
        t("transfers.of_record.checked", day: day(row.taken_at, :short_year), verdict: verdict)
      end

      def takes_package?(record) = may?(:download) && !record.destroyed?
    end
  end
end
