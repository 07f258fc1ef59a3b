# frozen_string_literal: true

require "open3"
require "tmpdir"

# Other programs that judge PDF/A, each in what it knows of it.
module Archivists
  JARS = %w[preflight pdfbox2 fontbox2 xmpbox commons-logging javax.activation jaxb-api].freeze
  CLASS_PATH = JARS.map { |jar| "/usr/share/java/#{jar}.jar" }.join(":")
  # What PDF/A-1 wants, by which the program judges, and PDF/A-2 and -3 don't: no compressed objects and no enclosed
  # files (1), no transparency (2.2), lists of glyphs (3.1.11), looks of fields without a size (5.3.1), forms of 1.4
  # (6), and its own metadata (7).
  ALLOWED_SINCE = /\A(?:1\.[0-4]|2\.2|3\.1\.11|5\.3\.1|6|7)(?:\.|\z)/

  # [{embedded:, unicode:}, ...] of each font, by pdffonts.
  def fonts_of(bytes)
    in_file(bytes) do |path|
      lines = Open3.capture2("pdffonts", path).first.lines.drop(2)
      lines.map { |line| line.split.last(5) }.map { |columns| { embedded: columns[0], unicode: columns[2] } }
    end
  end

  # Codes of what the program finds that PDF/A-2 forbids too.
  def preflight_codes(bytes)
    in_file(bytes) do |path|
      said, = Open3.capture2e("java", "-cp", CLASS_PATH, "org.apache.pdfbox.preflight.Validator_A1b", path)
      expect(said).to match(/is (not )?a valid PDF/)
      said.scan(/^\s*(\d+(?:\.\d+)*)\s*:/).flatten.grep_v(ALLOWED_SINCE)
    end
  end

  def in_file(bytes)
    Dir.mktmpdir do |folder|
      File.binwrite(path = File.join(folder, "document.pdf"), bytes)
      yield path
    end
  end
end
