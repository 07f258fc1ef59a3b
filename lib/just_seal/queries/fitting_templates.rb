# frozen_string_literal: true

module JustSeal
  module Queries
    # Docket templates that fit a draft: by the class of its record, and by how like its text is to what the template
    # was made from.
    module FittingTemplates
      # +template+: row; +title+; and why it fits: +class_title+: of the class that both are for, or nil; +likeness+: of
      # the wording, 0.0 to 1.0, or nil where it is slight
      Fit = Struct.new(:template, :title, :class_title, :likeness, keyword_init: true)
      MIN_LIKENESS = 0.3
      MAX = 5

      module_function

      # [Fit, ...], the best first.
      def of(docket, account)
        record = docket.to_sign.first&.record or return []
        sketch = sketch(docket)
        usable = DocketTemplates.listed(Store::DocketTemplate.seen_by(account)).select { |one| one.row.used? }
        scored = usable.map { |one| scored(one, record, sketch) }
        fitting = scored.select { |score, _| score >= MIN_LIKENESS }
        fitting.sort_by { |score, fit| [-score, fit.title] }.first(MAX).map(&:last)
      end

      def scored(listed, record, sketch)
        signed = listed.definition["documents"].find { |document| document["role"] == "sign" }
        likeness = Core::Documents::TextSimilarity.of(sketch, signed["sketch"].to_a)
        same = listed.row.class_code == record.record_class.code
        fit = Fit.new(
          template: listed.row,
          title: listed.title,
          class_title: (record.record_class.title if same),
          likeness: (likeness if likeness >= MIN_LIKENESS)
        )
        [likeness + (same ? 0.5 : 0), fit]
      end

      def sketch(docket) = sketch_of(docket.to_sign.first.version)
      def sketch_of(version) = Core::Documents::TextSimilarity.sketch(text(version))

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
