# frozen_string_literal: true

require "nokogiri"

module JustSeal
  module Core
    module Documents
      # The text of one paragraph, which word processors split over many nodes wherever the look changes. Positions
      # count over the whole text; what is put in takes the look of the place where the replaced text began.
      class Runs
        # +paragraph+: its element; +dialect+: see Dialect.
        def initialize(paragraph, dialect)
          @nodes = dialect.text_nodes(paragraph)
        end

        def text = @nodes.map(&:content).join

        # Replaces what stands from +first+ up to and without +last+ by +replacement+.
        def splice(first, last, replacement)
          start = 0
          @nodes.each do |node|
            content = node.content
            from = [first - start, 0].max
            to = [last - start, content.length].min
            start += content.length
            next unless from < to || (from == to && first == last)

            put(node, content[0...from] + replacement + content[to..])
            replacement = ""
          end
        end

        private

        def put(node, content)
          node.content = content
          node["xml:space"] = "preserve" if node.element?
        end
      end
    end
  end
end
