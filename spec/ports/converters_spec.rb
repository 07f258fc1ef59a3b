# frozen_string_literal: true

require "tmpdir"

RSpec.describe "Programs that make PDFs" do
  # A program that does what +script+ says, in a folder that is gone afterwards.
  def program(script)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "program")
      File.write(path, "#!/bin/sh\n#{script}\n")
      File.chmod(0o755, path)
      yield path
    end
  end

  describe JustSeal::Ports::LibreOffice do
    it "makes PDFs of DOCX and ODT, several at once" do
      pdfs = [
        ["docx", docx("The berth is kept clear.")],
        ["odt", odt("The berth is kept clear.")]
      ].map do |media, bytes|
        Thread.new do
          described_class.new.pdf(bytes, media)
        end
      end.map(&:value)
      pdfs.each do |bytes|
        expect(words_of(bytes)).to include("The berth is kept clear.")
        expect(JustSeal::Core::Pdf::Intake.call(bytes)).to be_valid
      end
    end

    it "fetches nothing that the file links to" do
      asked = 0
      server = TCPServer.new("127.0.0.1", 0)
      listener = Thread.new { loop { server.accept.tap { asked += 1 }.close } }
      relations = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
      picture = <<~XML.delete("\n")
        <w:p><w:r><w:pict>
        <v:shape xmlns:v="urn:schemas-microsoft-com:vml" style="width:90pt;height:90pt">
        <v:imagedata xmlns:r="#{relations}" r:id="r9"/></v:shape>
        </w:pict></w:r></w:p>
      XML
      links = <<~XML
        <?xml version="1.0"?>
        <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">
        <Relationship Id="r9" Type="#{relations}/image" TargetMode="External"
          Target="http://127.0.0.1:#{server.addr[1]}/x.png"/>
        </Relationships>
      XML
      bytes = docx(
        "x",
        "word/document.xml" => document_xml(["Text"]).sub("<w:body>", "<w:body>#{picture}"),
        "word/_rels/document.xml.rels" => links
      )
      expect(words_of(described_class.new.pdf(bytes, "docx"))).to include("Text")
      expect(asked).to eq(0)
    ensure
      listener&.kill
      server&.close
    end

    it "says so when no PDF comes out, whatever the program says of itself" do
      program("exit 0") do |path|
        expect do
          described_class.new(program: path).pdf(
            docx("x"),
            "docx"
          )
        end.to raise_reason(JustSeal::Errors::Unavailable, :libre_office_failed)
      end
      expect do
        described_class.new(program: "no-such-program").pdf(
          docx("x"),
          "docx"
        )
      end.to raise_reason(JustSeal::Errors::Unavailable, :program_missing)
    end

    it "stops what hangs, with all that it began" do
      program("sleep 300 & echo $! > #{Dir.tmpdir}/just-seal-child; wait") do |path|
        expect do
          described_class.new(program: path, seconds: 0.5).pdf(
            docx("x"),
            "docx"
          )
        end.to raise_reason(JustSeal::Errors::Unavailable, :program_too_slow)
      end
      child = File.read("#{Dir.tmpdir}/just-seal-child").to_i
      sleep 0.1
      expect(
        File.exist?("/proc/#{child}") ? File.read("/proc/#{child}/stat").split[2] : "gone"
      ).to eq("Z").or eq("gone")
    end
  end

  describe JustSeal::Ports::PopplerFlatten do
    it "keeps what is seen and leaves out what acts by itself" do
      bytes = pdf("Dues 18,400") do |doc|
        doc.catalog[:OpenAction] = { Type: :Action, S: :JavaScript, JS: "app.alert(1)" }
        doc.acro_form(create: true).create_text_field("name").create_widget(doc.pages[0], Rect: [90, 500, 200, 520])
      end
      flat = described_class.new.call(bytes)
      expect(JustSeal::Core::Pdf::Intake.call(bytes).problem).to eq(:active_content)
      expect(JustSeal::Core::Pdf::Intake.call(flat)).to have_attributes(
        problem: :valid,
        findings: [],
        pages: 1,
        page_sizes: [[595.28, 841.89]]
      )
      expect(words_of(flat)).to include("Dues 18,400")
    end

    it "says so when the program fails" do
      expect do
        described_class.new.call("no pdf")
      end.to raise_reason(JustSeal::Errors::Unavailable, :flattening_failed)
    end
  end
end
