# frozen_string_literal: true

require "json"

module JustSeal
  module Web
    # How the lists and charts of answers look on a page: numbers lead to what they are of.
    module AnswerCells
      HASHES = %w[hash sha256 rank].freeze
      RECORD_NUMBER = /\A[A-Z]{2,4}-\d{4}-\d{4,}\z/
      CHART_WIDTH = 900
      CHART_HEIGHT = 120
      LEAST_BARS = 6

      def docket_number?(text) = text.to_s.match?(/\A#{Regexp.escape(office.settings.number_prefix)}-\d{4}-\d{5,}\z/)

      # A number as a link to its docket or record; anything else as it is.
      def number_link(text)
        path = docket_number?(text) ? "dockets" : ("records" if text.to_s.match?(RECORD_NUMBER))
        path ? %(<a class="mono" href="/#{path}/#{text}">#{text}</a>) : h(text)
      end

      # The class of a cell of column +name+.
      def cell_class(name, cell)
        return "hash" if HASHES.include?(name)

        cell.is_a?(Numeric) ? "numeric" : ("break" if name == "facts").to_s
      end

      # What stands in a cell, as HTML; +row+: all cells of its row (of entries: docket, number, time, kind ...).
      def cell_text(name, cell, row)
        case name
        when *HASHES then cell ? %(<span title="#{h(cell)}">#{grouped(cell, 16)} …</span>) : ""
        when "docket", "item", "record" then number_link(cell)
        when "seq" then if docket_number?(row[0])
                          %(<a href="/dockets/#{row[0]}/entries/#{cell}/proof">#{cell}<span class="visually-hidden">, proof of this entry</span></a>)
                        else
                          h(cell)
                        end
        when "facts" then %(<span title="#{h(cell)}">#{h(
          entry_text(
            {
              "kind" => row[3],
              "facts" => JSON.parse(cell)
          }
          )
)}</span>)
        when "at" then if cell.to_s.match?(/\A\d{4}-\d\d-\d\dT/)
                         %(<span class="nowrap">#{cell[0,
                           10]} #{cell[11, 8]}</span>)
                       else
                         h(cell)
                       end
        else h(cell)
        end
      end

      # [[label, value, left, top, width, height], ...] of the bars of a chart, in its own units.
      def chart_bars(bars)
        top = [bars.map(&:last).max.to_f, 1e-9].max
        step = CHART_WIDTH / [bars.size, LEAST_BARS].max.to_f
        bars.each_with_index.map do |(label, value), index|
          tall = value * CHART_HEIGHT / top
          [
            label,
            value,
            *[(index + 0.2) * step, CHART_HEIGHT - tall + 14, step * 0.6, tall].map do |number|
              number.round(1)
            end
          ]
        end
      end

      # What a question was asked about, in words.
      def asked_about(answer)
        params = answer.params.to_h
        return shortened(params.values.join(", "), 70) unless answer.question == "sample"

        "#{Queries::Questions::Sample::KINDS.fetch(
          params["kind"],
          "Simple"
)}, #{params["confidence"]} % sure that no more than #{params["tolerable"]} % deviate; seed #{params["seed"]}"
      end

      private

      def h(text) = Rack::Utils.escape_html(text.to_s)
    end
  end
end
