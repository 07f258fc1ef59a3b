# frozen_string_literal: true

require "zip"

# LibreOffice 7.4 takes a package with Zip64 headers for damaged.
Zip.write_zip64_support = false

# Word processor files to work on, as small as they can be.
module WordFiles
  def zip(parts)
    Zip::OutputStream.write_buffer do |out|
      parts.each do |name, text|
        name == "mimetype" ? out.put_next_entry(name, nil, nil, Zip::Entry::STORED) : out.put_next_entry(name)
        out.write(text)
      end
    end.string
  end

  # A DOCX; each of +paragraphs+ is a text, a list of runs, or {table: rows}. +parts+: further parts of the package.
  def docx(*paragraphs, **parts)
    further = paragraphs.last.is_a?(Hash) && !paragraphs.last.key?(:table) ? paragraphs.pop : {}
    types = <<~XML
      <?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default
        Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default
          Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml"
            ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>
    XML
    relations = <<~XML
      <?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">
        <Relationship Id="r1"
          Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument"
          Target="word/document.xml"/></Relationships>
    XML
    main = {
      "[Content_Types].xml" => types,
      "_rels/.rels" => relations,
      "word/document.xml" => document_xml(paragraphs)
    }
    zip(main.merge(further, parts.transform_keys(&:to_s)))
  end

  def document_xml(paragraphs)
    body = paragraphs.map { |one| one.is_a?(Hash) ? table_xml(one.fetch(:table)) : paragraph_xml(one) }.join
    %(<?xml version="1.0" encoding="UTF-8"?><w:document
      xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>#{body}</w:body></w:document>)
  end

  def paragraph_xml(runs)
    "<w:p>#{Array(runs).map { |text| "<w:r><w:t>#{text.encode(xml: :text)}</w:t></w:r>" }.join}</w:p>"
  end

  def table_xml(rows)
    "<w:tbl>#{rows.map do |row|
      "<w:tr>#{row.map do |cell|
        "<w:tc>#{paragraph_xml(cell)}</w:tc>"
      end.join}</w:tr>"
    end.join}</w:tbl>"
  end

  def odt(*paragraphs)
    body = paragraphs.map { |text| "<text:p>#{text.encode(xml: :text)}</text:p>" }.join
    zip(
      "mimetype" => "application/vnd.oasis.opendocument.text",
      "META-INF/manifest.xml" => <<~XML, "content.xml" => <<~CONTENT)
        <?xml version="1.0"?><manifest:manifest
          xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0">
            <manifest:file-entry manifest:full-path="/" manifest:media-type="application/vnd.oasis.opendocument.text"/>
            <manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/>
        </manifest:manifest>
      XML
        <?xml version="1.0" encoding="UTF-8"?><office:document-content
          xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0"
            xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" office:version="1.3"><office:body>
              <office:text>#{body}</office:text></office:body></office:document-content>
      CONTENT
  end
end
