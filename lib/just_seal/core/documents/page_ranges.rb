# frozen_string_literal: true

module JustSeal
  module Core
    module Documents
      # Pages as people name them: "1-3, 5, 8-" is pages 1 to 3, page 5, and from page 8 to the last.
      module PageRanges
        FORM = /\A\s*\d{1,4}\s*(-\s*(\d{1,4})?)?\s*(,\s*\d{1,4}\s*(-\s*(\d{1,4})?)?\s*)*\z/
        MAX_CHARACTERS = 100

        module_function

        # Can +text+ be read? What is empty means all pages.
        def valid?(text)
          text.strip.empty? || (text.length <= MAX_CHARACTERS && text.match?(FORM) && bounds(text).all? do |one|
            fine?(one)
          end)
        end

        # Numbers of the pages that +text+ names of a document of +count+ pages, in the order in which it names them,
        # each once; those that the document does not have are left out.
        def pages(text, count)
          return (1..count).to_a if text.to_s.strip.empty?

          bounds(text).flat_map { |first, last| (first..[last || count, count].min).to_a }.uniq
        end

        # [[first, last or nil], ...]
        def bounds(text)
          text.split(",").map do |part|
            first, dash, last = part.strip.partition("-").map(&:strip)
            [first.to_i, dash.empty? ? first.to_i : (last.to_i unless last.empty?)]
          end
        end

        def fine?((first, last)) = first.positive? && (last.nil? || last >= first)
      end
    end
  end
end
