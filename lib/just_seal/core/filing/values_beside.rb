# frozen_string_literal: true

require "csv"
require "json"

module JustSeal
  module Core
    module Filing
      # Values that lie beside a file, as JSON ({"title": ..., "vessel": ...}) or as CSV of two lines.
      module ValuesBeside
        MAX_BYTES = 100_000
        MAX_VALUES = 200

        module_function

        # {name => text}. Raises Refused :values_unreadable.
        def read(text, kind)
          raise Refused, :values_unreadable if text.bytesize > MAX_BYTES

          plain = text.dup.force_encoding(Encoding::UTF_8).scrub("").delete_prefix("\uFEFF")
          found = kind == "json" ? JSON.parse(plain) : csv(plain)
          raise Refused, :values_unreadable unless found.is_a?(Hash)

          found.first(MAX_VALUES).to_h { |name, value| [name.to_s.strip, value.to_s.strip] }
        rescue JSON::ParserError, CSV::MalformedCSVError
          raise Refused, :values_unreadable
        end

        def csv(text)
          separator = text.lines.first.to_s.count(";") > text.lines.first.to_s.count(",") ? ";" : ","
          head, row = CSV.parse(text, col_sep: separator).first(2)
          head && row ? head.zip(row).to_h : nil
        end
      end
    end
  end
end
