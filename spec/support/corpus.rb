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
        {
          "HexaPDF" => base,
          **by_qpdf(base),
          **by_ghostscript(base),
          **by_mutool(base),
          **by_poppler(base),
          "groff" => by_groff,
          "LibreOffice" => by_libre_office,
          "Chromium" => by_chromium,
          **unusual,
          **by_hand
        }
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
      doc.pages.add(**more).tap do |page|
        page.canvas.font(JustSeal::Office::FACES[:text].first, size: 16).text(text, at: [90, 700])
      end
    end

    def bytes(doc, **options) = StringIO.new("".b).tap { |out| doc.write(out, **options) }.string

    def by_qpdf(base)
      File.binwrite(path("base.pdf"), base)
      {
        "qpdf, cross-reference table, 1.3" => %w[--object-streams=disable --force-version=1.3],
        "qpdf, object streams" => %w[--object-streams=generate],
        "qpdf, linearised" => %w[--linearize --object-streams=generate],
        "qpdf, 2.0" => %w[--force-version=2.0],
        "qpdf, turned by 90" => %w[--rotate=90:1-3],
        "qpdf, turned by 270" => %w[--rotate=270],
        "qpdf, uncompressed" => %w[--qdf]
      }
        .transform_values do |options|
        made("q.pdf", "qpdf", *options, path("base.pdf"), path("q.pdf"))
      end
    end

    def by_ghostscript(base)
      File.binwrite(path("base.pdf"), base)
      %w[1.3 1.4 1.7].to_h do |version|
        [
          "Ghostscript, #{version}",
          made(
            "gs.pdf",
            "gs",
            "-q",
            "-dNOPAUSE",
            "-dBATCH",
            "-sDEVICE=pdfwrite",
            "-dCompatibilityLevel=#{version}",
            "-o",
            path("gs.pdf"),
            path("base.pdf")
          )
        ]
      end
    end

    def by_mutool(base)
      File.binwrite(path("base.pdf"), base)
      {
        "mutool, cleaned" => made("mu.pdf", "mutool", "clean", "-gggg", "-z", path("base.pdf"), path("mu.pdf")),
        "mutool, ASCII" => made("mu.pdf", "mutool", "clean", "-a", "-d", path("base.pdf"), path("mu.pdf"))
      }
    end

    # Cairo draws what poppler reads; pdfunite writes what it read itself.
    def by_poppler(base)
      File.binwrite(path("base.pdf"), base)
      {
        "cairo" => made("cairo.pdf", "pdftocairo", "-pdf", path("base.pdf"), path("cairo.pdf")),
        "poppler" => made("united.pdf", "pdfunite", path("base.pdf"), path("base.pdf"), path("united.pdf"))
      }
    end

    def by_groff
      File.write(path("letter.ms"), ".LP\n#{TEXT}\n#{".bp\nMore\n" * (PAGES - 1)}")
      output, status = Open3.capture2e("groff", "-Tpdf", "-ms", path("letter.ms"), binmode: true)
      raise "groff: #{output[0, 200]}" unless status.success?

      output.b
    end

    def by_libre_office
      File.write(
        path("letter.html"),
        "<html><body><p>#{TEXT}</p>#{'<p style="page-break-before: always">More</p>' * (PAGES - 1)}</body></html>"
      )
      made(
        "letter.pdf",
        "soffice",
        "-env:UserInstallation=file://#{path("profile")}",
        "--headless",
        "--convert-to",
        "pdf:writer_web_pdf_Export",
        "--outdir",
        @folder,
        path("letter.html")
      )
    end

    def by_chromium
      File.write(
        path("page.html"),
        "<html><body><p>#{TEXT}</p>#{'<p style="break-before: page">More</p>' * (PAGES - 1)}</body></html>"
      )
      made(
        "chromium.pdf",
        "chromium",
        "--headless",
        *Browsers::SWITCHES.except("disable-features").keys.map do |name|
          "--#{name}"
        end,
        "--no-pdf-header-footer",
        "--print-to-pdf=#{path("chromium.pdf")}",
        "file://#{path("page.html")}"
      )
    end

    def unusual
      {
        "cropped, its origin elsewhere" => boxed,
        "with a form of its own" => with_form,
        "with an outline and tags" => with_outline,
        "bytes before the header" => "noise\n#{by_hexapdf}".b,
        "inherited turn" => inherited_turn,
        "an update on top" => updated,
        "stacked object streams" => bytes(
          HexaPDF::Document.new(io: StringIO.new(by_hexapdf)).tap do |doc|
            doc.task(:optimize, compact: true, object_streams: :generate, xref_streams: :generate)
          end
        )
      }
    end

    # What no library writes so, and is allowed all the same.
    def by_hand
      pages = {
        1 => "<< /Type /Catalog /Pages 2 0 R >>",
        2 => "<< /Type /Pages /Kids [3 0 R 6 0 R] /Count 2 /MediaBox [0 0 595 842] " \
             "/Resources << /Font << /F1 5 0 R >> >> >>",
        3 => "<< /Type /Page /Parent 2 0 R /Contents 4 0 R >>",
        4 => "<< /Length 44 >>\nstream\nBT /F1 18 Tf 90 700 Td (Berth licence) Tj ET\nendstream",
        5 => "<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>",
        6 => "<< /Type /Page /Parent 2 0 R /Contents [4 0 R] >>"
      }
      {
        "by hand, all inherited" => {},
        "by hand, a turn of its own object" => {
          3 => "<< /Type /Page /Parent 2 0 R /Contents 4 0 R /Rotate 7 0 R >>",
          7 => "90"
        },
        "by hand, a note that is not there" => {
          3 => "<< /Type /Page /Parent 2 0 R /Contents 4 0 R /Annots [77 0 R] >>"
        },
        "by hand, a form within the catalogue" => {
          1 => "<< /Type /Catalog /Pages 2 0 R /AcroForm << /Fields [7 0 R] >> >>",
          3 => "<< /Type /Page /Parent 2 0 R /Contents 4 0 R /Annots [7 0 R] >>",
          7 => "<< /Type /Annot /Subtype /Widget /FT /Tx /T (vessel) /Rect [10 10 90 30] /P 3 0 R /V (Ostara) >>"
        }
      }.transform_values do |more|
        written(pages.merge(more))
      end
    end

    def written(objects)
      out = "%PDF-1.4\n%\xE2\xE3\xCF\xD3\n".b
      places = objects.sort.to_h do |number, text|
        [number, out.bytesize].tap do
          out << "#{number} 0 obj\n#{text}\nendobj\n".b
        end
      end
      table = out.bytesize
      out << "xref\n0 #{places.size + 1}\n0000000000 65535 f \n".b << places.values.map { |place|
        format("%010d 00000 n \n", place)
      }.join
      out << "trailer\n<< /Size #{places.size + 1} /Root 1 0 R >>\nstartxref\n#{table}\n%%EOF\n".b
    end

    def boxed
      doc = HexaPDF::Document.new
      PAGES.times do |number|
        page(doc, "#{TEXT}, page #{number + 1}").tap do |one|
          one[:MediaBox] = one[:CropBox] = [20, 40, 560, 800]
        end
      end
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
      PAGES.times do |number|
        page(doc, "#{TEXT}, page #{number + 1}").tap do |one|
          doc.outline.add_item("Page #{number + 1}", destination: one)
        end
      end
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
