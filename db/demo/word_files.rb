# frozen_string_literal: true

require "stringio"
require "zip"

module JustSeal
  module Demo
    # Word processor files of the demo office: document templates with marks, and a letter as somebody would drop it.
    module WordFiles
      W = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
      # The berth licence; :title, :heading, :text or a table ([[cell, ...], ...]).
      BERTH_LICENCE = [
        [:title, "Berth licence"],
        [:lead, "{{vessel}}, {{berth}}"],
        [
          :text,
          "{{office}} (the Trust) grants {{licensee}} (the Licensee) the use of {{berth}} for {{vessel}} from " \
          "{{valid_from}} to {{valid_to}}, on the terms that follow."
        ],
        [
          :table,
          [
            [
              "Vessel",
              "{{vessel}}"
            ],
            [
              "Berth",
              "{{berth}}"
            ],
            ["Licensee", "{{licensee}}"],
            ["Signs for the licensee", "{{signatory}}, {{signatory.email}}"],
            ["Valid from", "{{valid_from}}"],
            ["Valid to", "{{valid_to}}"],
            ["Yearly dues", "{{yearly_dues}}"]
          ]
        ],
        [
          :heading,
          "1. Use"
        ],
        [:text, "The Licensee keeps the vessel at the berth and at no other, moored as the harbour master directs."],
        [:heading, "2. Dues"],
        [:text, "The yearly dues of {{yearly_dues}} are paid by the quarter, in advance."],
        [:text, "{{#if yearly_dues over 15000}}"],
        [
          :text,
          "Since they are above EUR 15,000, the Licensee lodges a deposit of one quarter before the berth is taken up."
        ],
        [:text, "{{/if}}"],
        [
          :heading,
          "3. Cover"
        ],
        [
          :text,
          "The Licensee insures the vessel against harm to others for at least EUR 2,500,000 and shows the " \
          "policy when asked."
        ],
        [
          :text,
          ""
        ],
        [
          :text,
          "For the Licensee, {{signatory}}"
        ],
        [:text, "Signature ______________________________   Date ________________"],
        [
          :text,
          ""
        ],
        [:text, "For {{office}}"],
        [:text, "Signature ______________________________   Date ________________"]
      ].freeze
      DANGEROUS_GOODS = [
        [:title, "Dangerous-goods statement"],
        [:lead, "{{vessel}}"],
        [
          :text,
          "I state for {{agent}} that {{vessel}} carries the goods that follow and nothing else that is dangerous."
        ],
        [:repeat, ["No. {{#each un_numbers}}{{item_number}}", "UN {{item}}{{/each}}"]],
        [
          :text,
          "Stowage: {{stowage|or:as the plan shows}}."
        ],
        [
          :text,
          ""
        ],
        [:text, "The agent"],
        [:text, "Signature ______________________________   Date ________________"]
      ].freeze
      LETTER = [
        [:title, "Berth licence, SY Redshank, berth 23"],
        [
          :table,
          [
            [
              "Vessel",
              "SY Redshank"
            ],
            ["Berth", "Berth 23"],
            ["Licensee", "Emil Lindqvist"],
            ["Valid from", "1 January 2027"],
            ["Valid to", "31 December 2027"],
            ["Yearly dues", "EUR 2,290.00"]
          ]
        ],
        [
          :text,
          "The Licensee keeps the vessel at the berth and at no other, moored as the harbour master directs, " \
          "and pays the yearly dues by the quarter, in advance."
        ],
        [:text, "Signature ______________________________   Date ________________"]
      ].freeze

      BOLD = %w[title heading].freeze

      ODT_MANIFEST = <<~XML.strip.freeze
        <?xml version="1.0"?>
        <manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0">
          <manifest:file-entry manifest:full-path="/"
            manifest:media-type="application/vnd.oasis.opendocument.text"/>
          <manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/>
        </manifest:manifest>
      XML

      module_function

      # A DOCX of +parts+; +title+: among its properties.
      def docx(parts, title: "")
        package(
          "[Content_Types].xml" => %(<?xml version="1.0"?><Types
            xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels"
              ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml"
                ContentType="application/xml"/><Override PartName="/word/document.xml"
                ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/>
                <Override PartName="/docProps/core.xml"
                ContentType="application/vnd.openxmlformats-package.core-properties+xml"/></Types>),
          "_rels/.rels" => %(<?xml version="1.0"?><Relationships
            xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1"
              Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument"
                Target="word/document.xml"/><Relationship Id="r2"
                Type="http://schemas.openxmlformats.org/package/2006/relationships/metadata/core-properties"
                Target="docProps/core.xml"/></Relationships>),
          "docProps/core.xml" => %(<?xml version="1.0"?><cp:coreProperties
            xmlns:cp="http://schemas.openxmlformats.org/package/2006/metadata/core-properties"
              xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>#{escaped(title)}</dc:title></cp:coreProperties>),
          "word/document.xml" => docx_body(parts)
        )
      end

      def docx_body(parts)
        %(<?xml version="1.0" encoding="UTF-8"?><w:document xmlns:w="#{W}">
          <w:body>#{parts.map { |kind, content| docx_part(kind, content) }.join}<w:sectPr>
            <w:pgSz w:w="11906" w:h="16838"/><w:pgMar w:top="1300" w:bottom="1300" w:left="1400" w:right="1400"/>
          </w:sectPr></w:body></w:document>)
      end

      # An ODT of +parts+.
      def odt(parts)
        package(
          "mimetype" => "application/vnd.oasis.opendocument.text",
          "META-INF/manifest.xml" => ODT_MANIFEST,
          "content.xml" => %(<?xml version="1.0" encoding="UTF-8"?><office:document-content#{namespaces}
            office:version="1.3"><office:automatic-styles>#{odt_styles}</office:automatic-styles><office:body>
            <office:text>#{parts.map { |kind, content| odt_part(kind, content) }.join}</office:text></office:body>
            </office:document-content>)
        )
      end

      def namespaces
        own = %w[office text table style].map do |name|
          %( xmlns:#{name}="urn:oasis:names:tc:opendocument:xmlns:#{name}:1.0")
        end
        "#{own.join} xmlns:fo=\"urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0\""
      end

      def odt_styles
        { "title" => "20pt", "lead" => "13pt", "heading" => "12pt", "text" => "11pt" }.map do |name, size|
          bold = ' fo:font-weight="bold"' if BOLD.include?(name)
          %(<style:style style:name="#{name}" style:family="paragraph">
            <style:paragraph-properties fo:margin-bottom="0.25cm"/>
            <style:text-properties fo:font-family="Liberation Serif" fo:font-size="#{size}"#{bold}/></style:style>)
        end.join
      end

      def package(parts)
        Zip.write_zip64_support = false
        Zip::OutputStream.write_buffer do |out|
          parts.each do |name, text|
            name == "mimetype" ? out.put_next_entry(name, nil, nil, Zip::Entry::STORED) : out.put_next_entry(name)
            out.write(text)
          end
        end.string
      end

      def docx_part(kind, content)
        return docx_table(content) if kind == :table
        return docx_table([content]) if kind == :repeat

        size, bold = { title: [44, true], lead: [26, false], heading: [24, true] }.fetch(kind, [22, false])
        docx_paragraph(content, size, bold: bold)
      end

      def docx_paragraph(text, size = 22, bold: false)
        look = %(<w:rPr><w:rFonts w:ascii="Liberation Serif" w:hAnsi="Liberation Serif"/>#{"<w:b/>" if bold}<w:sz
          w:val="#{size}"/></w:rPr>)
        %(<w:p><w:pPr><w:spacing w:after="140"/></w:pPr><w:r>#{look}<w:t
          xml:space="preserve">#{escaped(text)}</w:t></w:r></w:p>)
      end

      def docx_table(rows)
        cells = rows.map do |row|
          "<w:tr>#{row.map do |cell|
            %(<w:tc><w:tcPr><w:tcW w:w="4400" w:type="dxa"/></w:tcPr>#{docx_paragraph(cell)}</w:tc>)
          end.join}</w:tr>"
        end.join
        %(<w:tbl><w:tblPr><w:tblW w:w="8800" w:type="dxa"/></w:tblPr><w:tblGrid><w:gridCol w:w="4400"/><w:gridCol
          w:w="4400"/></w:tblGrid>#{cells}</w:tbl>) + docx_paragraph("")
      end

      def odt_part(kind, content)
        rows = { table: content, repeat: [content] }[kind]
        return %(<text:p text:style-name="#{kind}">#{escaped(content)}</text:p>) unless rows

        cells = rows.map do |row|
          "<table:table-row>#{row.map do |cell|
            %(<table:table-cell office:value-type="string">#{odt_part(:text, cell)}</table:table-cell>)
          end.join}</table:table-row>"
        end.join
        %(<table:table table:name="T">#{"<table:table-column/>" * rows.first.size}#{cells}</table:table>)
      end

      def escaped(text) = text.gsub("&", "&amp;").gsub("<", "&lt;").gsub(">", "&gt;")
    end
  end
end
