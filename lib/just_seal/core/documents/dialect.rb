# frozen_string_literal: true

module JustSeal
  module Core
    module Documents
      # Where paragraphs, rows and texts are in the XML of a word processor. Elements are known by their local names,
      # which are enough here.
      Dialect = Value.of(:parts, :paragraphs, :row, :text) do
        # Text nodes of +paragraph+, without those of paragraphs inside it (text boxes, notes).
        def text_nodes(paragraph)
          found = text ? paragraph.xpath(".//*[local-name()='#{text}']") : paragraph.xpath(".//text()")
          found.select { |node| nearest(node) == paragraph }
        end

        def paragraph?(node) = node.element? && paragraphs.include?(node.name)
        def row?(node) = node.element? && node.name == row

        private

        def nearest(node)
          node = node.parent
          node = node.parent until node.nil? || !node.respond_to?(:name) || paragraphs.include?(node.name)
          node
        end
      end

      # ECMA-376 part 1, 17.3; OpenDocument 1.3 part 3, 5.1 and 9.1.
      Dialect::ALL = {
        "docx" => Dialect.new(
          parts: %r{\Aword/(document|header\d*|footer\d*)\.xml\z},
          paragraphs: %w[p],
          row: "tr",
          text: "t"
        ),
        "odt" => Dialect.new(parts: /\A(content|styles)\.xml\z/, paragraphs: %w[p h], row: "table-row", text: nil)
      }.freeze
    end
  end
end
