# frozen_string_literal: true

module JustSeal
  module Core
    module Documents
      module Written
        # How written documents look on paper: A4, serif text, clauses numbered 1, 1.1, 1.1.1, a line at the foot with
        # the page's number.
        module OdtStyles
          SERIF = "Liberation Serif"
          SANS = "Liberation Sans"
          # name => [parent, paragraph properties, text properties]
          PARAGRAPHS = {
            "Text_20_body" => ["Standard", { "margin-bottom" => "6pt" }, {}],
            "Heading_20_1" => [
              "Standard",
              { "margin-top" => "0pt", "margin-bottom" => "12pt", "keep-with-next" => "always" },
              { "font-size" => "20pt" }
            ],
            "Heading_20_2" => [
              "Standard",
              { "margin-top" => "12pt", "margin-bottom" => "6pt", "keep-with-next" => "always" },
              { "font-size" => "14pt" }
            ],
            "Heading_20_3" => [
              "Standard",
              { "margin-top" => "8pt", "margin-bottom" => "4pt", "keep-with-next" => "always" },
              { "font-size" => "12pt", "font-weight" => "bold" }
            ],
            "Table_20_Contents" => ["Standard", { "margin-bottom" => "2pt" }, {}],
            "Table_20_Heading" => ["Standard", { "margin-bottom" => "2pt" }, { "font-weight" => "bold" }],
            "Gap" => ["Standard", {}, { "font-size" => "6pt" }],
            "Footer" => ["Standard", { "text-align" => "end" }, { "font-size" => "9pt", "font-name" => SANS }]
          }.freeze
          TEXTS = { "Strong" => { "font-weight" => "bold" }, "Emphasis" => { "font-style" => "italic" } }.freeze
          LINE = "0.5pt solid #8b9698"
          NO_BORDER = %w[left right top].to_h { |side| ["fo:border-#{side}", "none"] }.freeze
          LEVELS = 4
          INDENT = 22
          # Of numbers that are no clauses, by their level.
          FORMS = %w[1 a i 1].freeze

          module_function

          def write(xml, language)
            fonts(xml)
            xml["office"].styles do
              standard(xml, language)
              PARAGRAPHS.each do |name, (parent, paragraph, text)|
                style(xml, [name, "paragraph", parent], paragraph, text)
              end
              TEXTS.each { |name, text| style(xml, [name, "text"], {}, text) }
              # What has it is a frame of the text, and not a drawing.
              xml["style"].style("style:name" => "Frame", "style:family" => "graphic")
              lists(xml)
            end
            automatic(xml)
            xml["office"].send(:"master-styles") do
              xml["style"].send(:"master-page", "style:name" => "Standard", "style:page-layout-name" => "Page") do
                foot(xml)
              end
            end
          end

          def fonts(xml)
            xml["office"].send(:"font-face-decls") do
              [SERIF, SANS].each do |font|
                xml["style"].send(:"font-face", "style:name" => font, "svg:font-family" => "'#{font}'")
              end
            end
          end

          def standard(xml, language)
            xml["style"].style("style:name" => "Standard", "style:family" => "paragraph") do
              xml["style"].send(
                :"paragraph-properties",
                "fo:line-height" => "130%",
                "fo:widows" => 2,
                "fo:orphans" => 2
              )
              xml["style"].send(
                :"text-properties",
                "style:font-name" => SERIF,
                "fo:font-size" => "11pt",
                "fo:language" => language,
                "fo:country" => "none"
              )
            end
          end

          def style(xml, (name, family, parent), paragraph, text)
            facts = { "style:name" => name, "style:family" => family, "style:parent-style-name" => parent }.compact
            xml["style"].style(facts) do
              xml["style"].send(:"paragraph-properties", prefixed(paragraph)) unless paragraph.empty?
              xml["style"].send(:"text-properties", prefixed(text)) unless text.empty?
            end
          end

          def prefixed(facts)
            facts.to_h { |name, value| [name == "font-name" ? "style:font-name" : "fo:#{name}", value] }
          end

          def lists(xml)
            list(xml, "Points") { |level| bullet(xml, level) }
            list(xml, "Numbers") { |level| number(xml, level, FORMS[level - 1], 1) }
            list(xml, "Clauses") { |level| number(xml, level, "1", level) }
          end

          def list(xml, name)
            xml["text"].send(:"list-style", "style:name" => name) { (1..LEVELS).each { |level| yield level } }
          end

          def bullet(xml, level)
            facts = { "text:level" => level, "text:bullet-char" => level.odd? ? "•" : "–" }
            xml["text"].send(:"list-level-style-bullet", facts) { indent(xml, level) }
          end

          def number(xml, level, form, shown)
            facts = {
              "text:level" => level,
              "style:num-format" => form,
              "style:num-suffix" => shown > 1 ? "" : ".",
              "text:display-levels" => shown
            }
            xml["text"].send(:"list-level-style-number", facts) { indent(xml, level) }
          end

          def indent(xml, level)
            position = { "text:list-level-position-and-space-mode" => "label-alignment" }
            xml["style"].send(:"list-level-properties", position) do
              xml["style"].send(
                :"list-level-label-alignment",
                "text:label-followed-by" => "listtab",
                "text:list-tab-stop-position" => "#{INDENT * level}pt",
                "fo:text-indent" => "-#{INDENT}pt",
                "fo:margin-left" => "#{INDENT * level}pt"
              )
            end
          end

          def automatic(xml)
            xml["office"].send(:"automatic-styles") do
              table(xml)
              frame(xml, "Line", NO_BORDER.merge("fo:border-bottom" => LINE))
              frame(xml, "Box", "fo:border" => LINE)
              xml["style"].send(:"page-layout", "style:name" => "Page") { paper(xml) }
            end
          end

          def table(xml)
            xml["style"].style("style:name" => "Grid", "style:family" => "table") do
              xml["style"].send(:"table-properties", "table:align" => "margins")
            end
            xml["style"].style("style:name" => "Cell", "style:family" => "table-cell") do
              xml["style"].send(:"table-cell-properties", "fo:border" => LINE, "fo:padding" => "4pt")
            end
          end

          # A place is a line to write on, or a box to tick.
          def frame(xml, name, borders)
            facts = { "style:name" => name, "style:family" => "graphic", "style:parent-style-name" => "Frame" }
            xml["style"].style(facts) do
              xml["style"].send(
                :"graphic-properties",
                "draw:fill" => "none",
                "draw:stroke" => "none",
                "fo:padding" => "0pt",
                "fo:margin" => "0pt",
                "style:vertical-pos" => "top",
                "style:vertical-rel" => "baseline",
                **borders
              )
            end
          end

          def paper(xml)
            xml["style"].send(
              :"page-layout-properties",
              "fo:page-width" => "210mm",
              "fo:page-height" => "297mm",
              "fo:margin" => "25mm"
            )
            xml["style"].send(:"footer-style") do
              xml["style"].send(:"header-footer-properties", "fo:min-height" => "8mm", "fo:margin-top" => "5mm")
            end
          end

          def foot(xml)
            xml["style"].footer do
              xml["text"].p_("text:style-name" => "Footer") do
                xml["text"].send(:"page-number", "text:select-page" => "current")
                xml.text(" / ")
                xml["text"].send(:"page-count")
              end
            end
          end
        end
      end
    end
  end
end
