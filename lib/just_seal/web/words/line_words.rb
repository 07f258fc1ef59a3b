# frozen_string_literal: true

require "time"

module JustSeal
  module Web
    # Words about a line of a disposal or a transfer; for pages with +typed+, what was refused.
    module LineWords
      # By which schedule it is listed, and who looked at it where that had somebody do so.
      def basis(line)
        facts = { code: line.basis["class"], version: line.basis["version"] }
        review = line.basis["review"] or return t("retention.basis", **facts)

        t("retention.basis_reviewed", name: review["by"], day: day(Time.iso8601(review["at"]), :short_year), **facts)
      end

      # Was it ticked in what was refused?
      def chosen?(line) = Array(typed["lines"]).include?(line.id.to_s)
    end
  end
end
