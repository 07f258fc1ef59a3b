# frozen_string_literal: true

RSpec.describe "PDFs of other makers" do
  include Corpus

  pdf = JustSeal::Core::Pdf
  spots = -> { [spot("A", "signature", 500), spot("A", "full_name", 440), spot("B", "signature", 300, page: 2)] }

  # From the original to the sealed file, as a docket does it.
  def sealed_from(bytes, spots)
    sent = JustSeal::Core::Pdf::CertifyForSigning.call(
      bytes,
      spots: spots,
      signer: signer("seal"),
      timestamp: stamps,
      reason: "Sent as docket RH-1",
      at: Time.now.utc
    )
    first = act(
      sent,
      spots.first(2),
      "Ines Halloran",
      { "A-signature-1" => { "typed" => "Ines Halloran" }, "A-full_name-1" => "Ines Halloran" }
    )
    seal(act(first, spots.last(1), "Joss Test", { "B-signature-1" => { "typed" => "Joss Test" } }))
  end

  it "are taken in, signed and sealed; every check finds them intact, and our own raises no false alarm" do
    wrong = corpus.filter_map do |name, bytes|
      look = pdf::Intake.call(bytes)
      blocked = look.findings.select { |finding| %i[blocks flatten].include?(finding.severity) }.map(&:code)
      next [name, blocked] unless blocked.empty?

      sealed = sealed_from(bytes, instance_exec(&spots))
      report = pdf::Check.call(sealed, roots: roots, at: Time.now)
      signatures = run_on(sealed, "pdfsig").first
      words = words_of(sealed)
      faults = {
        report: report.verdict == :intact && report.findings.empty? ? nil : report.findings.map(&:code),
        pdfsig: signatures.scan("Signature is Valid.").size == 3 ? nil : signatures[0, 300],
        qpdf: run_on(sealed, "qpdf", "--check").then do |output, fine|
          fine ? nil : output[0, 300]
        end,
        before: sealed.include?(bytes) ? nil : "the original is not in it",
        words: words.include?("Ines Halloran") ? nil : words[0, 80]
      }.compact
      [name, faults] unless faults.empty?
    end
    expect(wrong).to eq([["bytes before the header", [:displaced]]])
    expect(corpus.size).to be >= 20
  end

  it "show what was filled in upright, however the page is turned" do
    {
      "HexaPDF" => 0,
      "qpdf, turned by 90" => 90,
      "qpdf, turned by 270" => 270,
      "inherited turn" => 180
    }.each do |name, turn|
      sealed = sealed_from(corpus.fetch(name), instance_exec(&spots))
      box = Open3.capture2e("pdftotext", "-bbox", "-", "-", stdin_data: sealed).first
      _, left, top, right, bottom =
        *box.match(
          /xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">Halloran</
        )
      expect(right.to_f - left.to_f).to be > (bottom.to_f - top.to_f),
        "turned by #{turn}: the name is read from left to right"
    end
  end

  it "may have 300 pages, or 50 MB" do
    doc = HexaPDF::Document.new
    300.times { |number| doc.pages.add.canvas.font("Helvetica", size: 12).text("Page #{number + 1}", at: [90, 700]) }
    noise = Random.new(7)
    doc.pages[0].resources[:XObject] =
      {
        Noise: doc.add(
          {
            Type: :XObject,
            Subtype: :Image,
            Width: 4096,
            Height: 4096,
            ColorSpace: :DeviceRGB,
            BitsPerComponent: 8
          },
          stream: noise.bytes(48 * 1024 * 1024)
        )
      }
    bytes = StringIO.new("".b).tap { |out| doc.write(out) }.string
    sealed = sealed_from(bytes, instance_exec(&spots))
    expect(sealed.bytesize).to be > 48 * 1024 * 1024
    expect(pdf::Check.call(sealed, roots: roots, at: Time.now).verdict).to eq(:intact)
  end
end
