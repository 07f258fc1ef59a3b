# frozen_string_literal: true

RSpec.describe JustSeal::Operations::FileGate do
  # The file that all scanners are tried with, in a PDF.
  let(:bad) { pdf { |doc| doc.catalog[:Own] = doc.add({}, stream: JustSeal::Standins::Scanner::TEST_FILE.dup) } }
  let(:away) { JustSeal::Ports::Clamd.new("clamd://127.0.0.1:9") }

  def marking = allow(office).to receive(:settings).and_return(settings_with(scanner_away: "mark"))

  def settings_with(**changes)
    office.settings.dup.tap { |copy| changes.each { |name, value| allow(copy).to receive(name).and_return(value) } }
  end

  def intake
    JustSeal::Operations::OpenIntake.call(
      staff(:maren),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1")
    )
  end

  def add(bytes, to: intake)
    JustSeal::Operations::AddToIntake.call(staff(:maren), intake_id: to.id, bytes: bytes, file_name: "licence.pdf")
  end

  it "keeps nothing in which the scanner finds something, whichever way it came" do
    kept = -> { office.blobs.each_sha256.to_a.size }
    before = kept.call
    expect { add(bad) }.to raise_reason(JustSeal::Errors::Invalid, :malware)
    expect { capture(bytes: bad) }.to raise_reason(JustSeal::Errors::Invalid, :malware)
    record = capture
    JustSeal::Operations::TakeForRevision.call(staff(:maren), number: record.number)
    before += 1
    expect do
      JustSeal::Operations::BringBack.call(
        staff(:maren),
        number: record.number,
        bytes: bad,
        file_name: "a.pdf",
        why: "New"
      )
    end.to raise_reason(JustSeal::Errors::Invalid, :malware)
    expect(kept.call).to be <= before
  end

  it "lets files wait while the scanner is away, says so, and looks when it is back" do
    allow(office).to receive(:scanner).and_return(away)
    file = add(pdf)
    expect do
      JustSeal::Operations::LookAtFile.call(file.id)
    end.to raise_reason(JustSeal::Errors::Unavailable, :scanner_away)
    expect(file.refresh).to have_attributes(state: "waiting", problem: "scanner_waits")
    expect { capture }.to raise_reason(JustSeal::Errors::Unavailable, :scanner_away)
    allow(office).to receive(:scanner).and_call_original
    JustSeal::Operations::LookAtFile.call(file.id)
    expect(file.refresh).to have_attributes(state: "ready", problem: nil)
    work_jobs
  end

  it "finds it later in what came while the scanner was away" do
    allow(office).to receive(:scanner).and_return(away)
    file = add(bad)
    allow(office).to receive(:scanner).and_call_original
    work_jobs
    expect(file.refresh).to have_attributes(state: "unfit", problem: "malware_found")
  end

  it "marks what comes in meanwhile, where the office wants that, and the mark stays with the version" do
    marking
    allow(office).to receive(:scanner).and_return(away)
    file = add(pdf)
    work_jobs
    expect(file.refresh.findings.last["code"]).to eq("not_scanned")
    version = JustSeal::Store::Version.where(record_id: capture.id).first
    expect(version.findings.last["code"]).to eq("not_scanned")
  end

  it "asks nobody where no scanner is set" do
    allow(office).to receive(:scanner).and_return(nil)
    expect(described_class.call(bad)).to eq([])
  end
end
