# frozen_string_literal: true

module JustSeal
  module Queries
    # Docket templates that fit a draft: by the class of its record, and by how like its text is to what the template
    # was made from.
    module FittingTemplates
      # +template+: row; +title+, +why+: text
      Fit = Struct.new(:template, :title, :why, keyword_init: true)
      MIN_LIKENESS = 0.3
      MAX = 5

      module_function

      # [Fit, ...], the best first.
      def of(docket, account)
        record = docket.to_sign.first&.record or return []
        sketch = sketch(docket)
        rows = Store::DocketTemplate.seen_by(account).all
        rows.map do |row|
          scored(
            row,
            record,
            sketch
          )
        end.select { |score, _| score >= MIN_LIKENESS }.sort_by do |score, fit|
          [
            -score,
            fit.title
          ]
        end.first(MAX).map(&:last)
      end

      def scored(row, record, sketch)
        version = row.at
        likeness = Core::Documents::TextSimilarity.of(sketch, version[:definition]["sketch"].to_a)
        same = row.class_code == record.record_class.code
        why = [
          ("for the class #{record.record_class.title}" if same),
          ("#{(likeness * 100).round} % of the wording is the same" if likeness >= MIN_LIKENESS)
        ].compact.join("; ")
        [likeness + (same ? 0.5 : 0), Fit.new(template: row, title: version[:title], why: why)]
      end

      def sketch(docket) = Core::Documents::TextSimilarity.sketch(text(docket.to_sign.first.version))

      # The text that is kept for finding, or else the document's own.
      def text(version)
        kept = Store.db[:page_texts].where(version_id: version.id).order(:page).select_map(:body)
        (kept.empty? ? JustSeal.office.text.pages(JustSeal.office.blobs.get(version.sha256)) : kept).join("\n")
      rescue Errors::Unavailable
        ""
      end
    end
  end
end
