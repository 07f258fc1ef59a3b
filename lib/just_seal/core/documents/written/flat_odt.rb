# frozen_string_literal: true

require "nokogiri"

module JustSeal
  module Core
    module Documents
      module Written
        # A written document as one file of the Open Document Format (ISO/IEC 26300, flat XML), for a word processor to
        # set. Each field is a frame of its size, with a link of its own by which it is found in the PDF.
        class FlatOdt
          NAMESPACES = {
            "office" => "urn:oasis:names:tc:opendocument:xmlns:office:1.0",
            "text" => "urn:oasis:names:tc:opendocument:xmlns:text:1.0",
            "style" => "urn:oasis:names:tc:opendocument:xmlns:style:1.0",
            "table" => "urn:oasis:names:tc:opendocument:xmlns:table:1.0",
            "draw" => "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0",
            "fo" => "urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0",
            "svg" => "urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0",
            "xlink" => "http://www.w3.org/1999/xlink",
            "dc" => "http://purl.org/dc/elements/1.1/"
          }.freeze
          # Nobody's name (RFC 2606): what leads there is a field, with its number.
          FIELD_LINK = "https://field.invalid/"
          HEADINGS = { "h1" => 1, "h2" => 2, "h3" => 3 }.freeze
          LISTS = { "ul" => "Points", "ol" => "Numbers", CLAUSES => "Clauses" }.freeze
          MARKED = { "strong" => "Strong", "em" => "Emphasis" }.freeze

          # +body+: of Written::Source; +values+: {name of a particular => text}; +title+; +language+: two letters.
          def initialize(body, values:, title:, language:)
            @body = Nokogiri::HTML4.fragment(body)
            @values = values
            @title = title
            @language = language
            @fields = 0
            @tables = 0
          end

          def to_xml
            Nokogiri::XML::Builder.new(encoding: "UTF-8") do |xml|
              @xml = xml
              document { @body.children.each { |node| block(node) } }
            end.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)
          end

          private

          def document(&content)
            spaces = NAMESPACES.to_h { |prefix, uri| ["xmlns:#{prefix}", uri] }
            media = "application/vnd.oasis.opendocument.text"
            @xml["office"].document("office:version" => "1.3", "office:mimetype" => media, **spaces) do
              @xml["office"].meta do
                @xml["dc"].title(@title)
                @xml["dc"].language(@language)
              end
              OdtStyles.write(@xml, @language)
              @xml["office"].body { @xml["office"].text_(&content) }
            end
          end

          def block(node)
            case node.name
            when "h1", "h2", "h3" then heading(node)
            when "p" then @xml["text"].p_("text:style-name" => "Text_20_body") { inline(node) }
            when "ul", "ol" then list(node)
            when "table" then table(node)
            when "section" then node.element_children.each { |child| block(child) }
            end
          end

          def heading(node)
            level = HEADINGS.fetch(node.name)
            style = "Heading_20_#{level}"
            # Inside a list it has the list's number, and none of the outline.
            return @xml["text"].p_("text:style-name" => style) { inline(node) } if node.parent.name == "li"

            @xml["text"].h("text:style-name" => style, "text:outline-level" => level) { inline(node) }
          end

          def list(node)
            style = LISTS.fetch(node["class"] == CLAUSES ? CLAUSES : node.name)
            @xml["text"].list("text:style-name" => style) do
              node.element_children.each do |item|
                @xml["text"].send(:"list-item") { item.element_children.each { |child| block(child) } }
              end
            end
          end

          def table(node)
            rows = node.css("tr")
            columns = rows.map { |row| row.element_children.size }.max
            @xml["table"].table("table:name" => "T#{@tables += 1}", "table:style-name" => "Grid") do
              @xml["table"].send(:"table-column", "table:number-columns-repeated" => columns)
              rows.each { |row| row(row, columns) }
            end
            @xml["text"].p_("text:style-name" => "Gap")
          end

          def row(node, columns)
            @xml["table"].send(:"table-row") do
              cells = node.element_children
              cells.each { |cell| cell(cell) }
              (columns - cells.size).times { cell(nil) }
            end
          end

          def cell(node)
            @xml["table"].send(:"table-cell", "table:style-name" => "Cell", "office:value-type" => "string") do
              node ? node.element_children.each { |child| cell_block(child, node.name) } : @xml["text"].p_
            end
          end

          def cell_block(child, name)
            return block(child) unless child.name == "p"

            style = name == "th" ? "Table_20_Heading" : "Table_20_Contents"
            @xml["text"].p_("text:style-name" => style) { inline(child) }
          end

          def inline(node)
            node.children.each do |child|
              if child.text? then @xml.text(child.text)
              elsif MARKED.key?(child.name)
                @xml["text"].span("text:style-name" => MARKED[child.name]) { inline(child) }
              elsif child.name == "br" then @xml["text"].send(:"line-break")
              elsif child["data-field"] then field(child)
              elsif child["data-particular"] then @xml.text(value(child["data-particular"]))
              end
            end
          end

          # A line to write on where nothing is known.
          def value(name) = @values[name].to_s.empty? ? "_" * 20 : @values[name]

          def field(node)
            kind = Fields::Kinds::ALL.fetch(node["data-field"])
            @xml["draw"].a("xlink:type" => "simple", "xlink:href" => "#{FIELD_LINK}#{@fields += 1}") do
              size = { "svg:width" => "#{kind.width}pt", "svg:height" => "#{kind.height}pt" }
              @xml["draw"].frame(
                "draw:name" => "Place #{@fields}",
                "text:anchor-type" => "as-char",
                "draw:style-name" => kind.box? ? "Box" : "Line",
                **size
              ) do
                @xml["draw"].send(:"text-box") { @xml["text"].p_ }
              end
            end
          end
        end
      end
    end
  end
end
