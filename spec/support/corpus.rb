# frozen_string_literal: true

require "open3"
require "tmpdir"

# PDFs of many makers, made with the programs at hand.
module Corpus
  TEXT = "Berth licence, MV Sanderling"
  PAGES = 3

  class << self
    # {name => bytes}
    def all
      @all ||= Dir.mktmpdir("corpus") do |folder|
        @folder = folder
        base = by_hexapdf
        { "HexaPDF" => base, **by_qpdf(base), **by_ghostscript(base), **by_mutool(base), "LibreOffice" => by_libre_office, "Chromium" => by_chromium, **unusual }
      end
    end

    private

    def path(name) = File.join(@folder, name)

    # Runs +command+, which writes +out+; its bytes.
    def made(out, *command)
      output, status = Open3.capture2e(*command)
      raise "#{command.first}: #{output}" unless File.size?(path(out)) && (status.success? || command.first == "qpdf")

      File.binread(path(out))
    end

    def by_hexapdf
      doc = HexaPDF::Document.new
      PAGES.times { |number| page(doc, "#{TEXT}, page #{number + 1}") }
      bytes(doc)
    end

    def page(doc, text, **more)
      doc.pages.add(**more).tap { |page| page.canvas.font(JustSeal::Office::FACES[:text].first, size: 16).text(text, at: [90, 700]) }
    end

    def bytes(doc, **options) = StringIO.new("".b).tap { |out| doc.write(out, **options) }.string

    def by_qpdf(base)
      File.binwrite(path("base.pdf"), base)
      { "qpdf, cross-reference table, 1.3" => %w[--object-streams=disable --force-version=1.3], "qpdf, object streams" => %w[--object-streams=generate], "qpdf, linearised" => %w[--linearize --object-streams=generate],
        "qpdf, 2.0" => %w[--force-version=2.0], "qpdf, turned by 90" => %w[--rotate=90:1-3], "qpdf, turned by 270" => %w[--rotate=270], "qpdf, uncompressed" => %w[--qdf] }
        .to_h { |name, options| [name, made("q.pdf", "qpdf", *options, path("base.pdf"), path("q.pdf"))] }
    end

    def by_ghostscript(base)
      File.binwrite(path("base.pdf"), base)
      %w[1.3 1.4 1.7].to_h { |version| ["Ghostscript, #{version}", made("gs.pdf", "gs", "-q", "-dNOPAUSE", "-dBATCH", "-sDEVICE=pdfwrite", "-dCompatibilityLevel=#{version}", "-o", path("gs.pdf"), path("base.pdf"))] }
    end

    def by_mutool(base)
      File.binwrite(path("base.pdf"), base)
      { "mutool, cleaned" => made("mu.pdf", "mutool", "clean", "-gggg", "-z", path("base.pdf"), path("mu.pdf")), "mutool, ASCII" => made("mu.pdf", "mutool", "clean", "-a", "-d", path("base.pdf"), path("mu.pdf")) }
    end

    def by_libre_office
      File.write(path("letter.html"), "<html><body><p>#{TEXT}</p>#{'<p style="page-break-before: always">More</p>' * (PAGES - 1)}</body></html>")
      made("letter.pdf", "soffice", "-env:UserInstallation=file://#{path('profile')}", "--headless", "--convert-to", "pdf:writer_web_pdf_Export", "--outdir", @folder, path("letter.html"))
    end

    def by_chromium
      File.write(path("page.html"), "<html><body><p>#{TEXT}</p>#{'<p style="break-before: page">More</p>' * (PAGES - 1)}</body></html>")
      made("chromium.pdf", "chromium", "--headless", *Browsers::SWITCHES.except("disable-features").keys.map { |name| "--#{name}" }, "--no-pdf-header-footer", "--print-to-pdf=#{path('chromium.pdf')}", "file://#{path('page.html')}")
    end

    def unusual
      { "cropped, its origin elsewhere" => boxed, "with a form of its own" => with_form, "with an outline and tags" => with_outline, "bytes before the header" => "noise\n#{by_hexapdf}".b, "inherited turn" => inherited_turn,
        "an update on top" => updated, "stacked object streams" => bytes(HexaPDF::Document.new(io: StringIO.new(by_hexapdf)).tap { |doc| doc.task(:optimize, compact: true, object_streams: :generate, xref_streams: :generate) }) }
    end

    def boxed
      doc = HexaPDF::Document.new
      PAGES.times { |number| page(doc, "#{TEXT}, page #{number + 1}").tap { |one| one[:MediaBox] = [-50, -30, 600, 850] && one[:CropBox] = [20, 40, 560, 800] } }
      bytes(doc)
    end

    def with_form
      doc = HexaPDF::Document.new
      one = page(doc, TEXT)
      (PAGES - 1).times { page(doc, "More") }
      field = doc.acro_form(create: true).create_text_field("vessel", font_size: 11)
      field.create_widget(one, Rect: [90, 600, 250, 620])
      field.field_value = "MV Sanderling"
      doc.acro_form.create_appearances
      bytes(doc)
    end

    def with_outline
      doc = HexaPDF::Document.new
      PAGES.times { |number| page(doc, "#{TEXT}, page #{number + 1}").tap { |one| doc.outline.add_item("Page #{number + 1}", destination: one) } }
      doc.catalog[:MarkInfo] = { Marked: true }
      bytes(doc)
    end

    def inherited_turn
      doc = HexaPDF::Document.new(io: StringIO.new(by_hexapdf))
      doc.pages.root[:Rotate] = 180
      bytes(doc)
    end

    def updated
      doc = HexaPDF::Document.new(io: StringIO.new(by_hexapdf))
      page(doc, "One more")
      StringIO.new("".b).tap { |out| doc.write(out, incremental: true) }.string
    end
  end

  def corpus = Corpus.all
end
