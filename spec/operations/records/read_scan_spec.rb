# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Operations::ReadScan do
  lines = [
    "Berth licence for the motor vessel Sanderling",
    "The Trust lets the berth to the licensee for one year.",
    "Dues are paid on the first working day of each quarter.",
    "The licensee keeps the quay clean and clear of gear.",
    "Signature of the licensee and of the harbour master"
  ].freeze

  # A page of which only the picture is left, leaning by +degrees+ and then turned by +turned+.
  define_method(:scan) do |degrees: 0, turned: 0, written: lines|
    Dir.mktmpdir do |folder|
      doc = HexaPDF::Document.new
      canvas = doc.pages.add.canvas
      canvas.rotate(degrees, origin: [298, 420]) do
        canvas.font("Helvetica", size: 14)
        2.times do |row|
          written.each_with_index do |line, index|
            canvas.text(line, at: [90, 730 - (row * 110) - (index * 20)])
          end
        end
      end
      doc.pages[0].rotate(turned) if turned.positive?
      doc.write("#{folder}/page.pdf")
      system("pdftoppm", "-r", "150", "-png", "-singlefile", "#{folder}/page.pdf", "#{folder}/page")
      wide, high = turned % 180 == 90 ? [842, 595] : [595, 842]
      pictured = HexaPDF::Document.new
      pictured.pages.add([0, 0, wide, high]).canvas.image("#{folder}/page.png", at: [0, 0], width: wide, height: high)
      StringIO.new("".b).tap { |out| pictured.write(out) }.string
    end
  end

  def read(bytes)
    record = capture(bytes: bytes)
    work_jobs
    record.versions_dataset.order(:number).all
  end

  def words_on(version) = office.text.pages(office.blobs.get(version.sha256)).join(" ").gsub(/\s+/, " ")

  it "gives a scan the words of its pages, in a version of its own, and says how surely" do
    scanned, made = read(scan)
    expect([scanned.kind, made.kind, made.pdf?]).to eq(["scan", "read", true])
    expect(words_on(made)).to include("Berth licence for the motor vessel Sanderling", "Dues are paid")
    expect(words_on(scanned).strip).to eq("")
    expect(made.findings.first.to_h).to include(
      "code" => "read_surely",
      "facts" => include("turned" => 0, "straightened" => 0)
    )
    expect(entries_of(made.record.number).last).to include(
      "kind" => "record.scan_read",
      "facts" => include("of" => 1, "version" => 2, "sha256" => made.sha256)
    )
    found = JustSeal::Queries::RecordFilters.new(
      { "find" => "licensee keeps the quay" },
      sight: JustSeal::Queries::VisibleScope.new(account(:maren))
    )
    expect(
      JustSeal::Queries::RecordList.new(
        found,
        sight: JustSeal::Queries::VisibleScope.new(account(:maren))
      ).page.rows.map do |row|
        row.record.id
      end
    ).to include(made.record.id)
  end

  it "stands a page upright and takes out how it leans: its words lie where they are seen" do
    _, made = read(scan(degrees: 2.5, turned: 90))
    expect(made.findings.first.to_h).to include("facts" => include("turned" => 1, "straightened" => 1))
    expect(made.page_sizes.first).to match([be_within(1).of(595), be_within(1).of(842)])
    first = office.text.words(office.blobs.get(made.sha256)).first.find { |word| word.text == "Berth" }
    expect([first.x, first.y]).to match([be_within(6).of(90), be_within(8).of(728)])
  end

  it "is asked for by somebody for an older scan, and for no other document" do
    allow(office.scans).to receive(:installed?).and_return(false)
    record = capture(bytes: scan)
    work_jobs
    expect(record.versions_dataset.count).to eq(1)
    described_class.new.ask(staff(:maren), number: record.number)
    work_jobs
    expect(record.versions_dataset.count).to eq(2)
    expect do
      described_class.new.ask(staff(:maren), number: record.number)
    end.to raise_reason(JustSeal::Errors::Conflict, :no_scan)
    expect do
      described_class.new.ask(staff(:maren), number: capture.number)
    end.to raise_reason(JustSeal::Errors::Conflict, :no_scan)
  end

  it "makes one version however often it is run, and none of a page without words" do
    scanned, = read(scan)
    expect { described_class.call(scanned.id) }.not_to(change { scanned.record.versions_dataset.count })
    expect(read(scan(written: [])).map(&:kind)).to eq(["scan"])
  end

  it "makes no larger a picture of a page than it can bear, however large that is" do
    port = JustSeal::Ports::Tesseract.new(languages: "eng")
    pixels = [595, 842, 14_400].map { |points| (port.dpi(points) * points / 72.0).ceil }
    expect([port.dpi(842), pixels.max]).to match([300, be <= JustSeal::Ports::Tesseract::LONGEST])
  end

  it "reads nothing into a record that is out meanwhile" do
    allow(office.scans).to receive(:installed?).and_return(false)
    record = capture(bytes: scan)
    docket = sent_docket(record: record)
    expect(document(docket).record.id).to eq(record.id)
    described_class.call(record.versions_dataset.first(number: 1).id)
    expect(record.versions_dataset.count).to eq(1)
    expect { described_class.new.ask(staff(:maren), number: record.number) }
      .to raise_reason(JustSeal::Errors::Conflict, :revision_of_docket)
  end
end
