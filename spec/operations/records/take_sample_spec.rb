# frozen_string_literal: true

RSpec.describe JustSeal::Operations::TakeSample do
  include Audited

  def ops = JustSeal::Operations
  let(:sample) { described_class.call(staff(:joss)) }

  def counts(name)
    {
      classes: JustSeal::Queries::RecordList.file_plan(sight(name)).sum(&:last),
      case_files: JustSeal::Queries::CaseTree.of(sight(name)).sum(&:count),
      dockets: JustSeal::Queries::DocketList.counts(sight(name)),
      health: JustSeal::Queries::EvidenceHealth.new(sight(name), now: office.now).count
    }
  end

  def asked
    today = office.now.to_date
    scope = { "from" => (today - 1).iso8601, "until" => (today + 1).iso8601 }
    JustSeal::Queries::InquiryScope.new(scope, zone: office.zone)
  end

  # The sample, sent to nobody but Joss, signed and sealed.
  def sealed
    docket = ops::DraftDocket.call(staff(:joss), record: sample)
    seat = account(:joss).seat.merge(letter: "A", turn: 1, act: "sign")
    ops::CorrectRecord.call(
      staff(:joss),
      number: sample.number,
      edits: sample.edits,
      title: sample.title,
      particulars: { "vessel" => "MV Try" },
      case_file: sample.case_file,
      reason: ""
    )
    docket = ops::EditDocket.call(
      staff(:joss),
      number: docket.number,
      edits: 0,
      title: docket.title,
      message: "",
      deadline: office.now + (86_400 * 3),
      parties: [seat]
    )
    ops::PlaceFields.call(staff(:joss), number: docket.number, edits: docket.edits, fields: [field("A", page: 2)])
    ops::SendDocket.call(staff(:joss), number: docket.number)
    work_jobs
    sign(docket, "A", mark: { "typed" => "Joss Test" })
    docket.refresh
  end

  it "is a document that says what it is, with places that are found, and numbers of a series of its own" do
    expect(sample.number).to match(/\ATRY-\d{4}-\d{4}\z/)
    bytes = office.blobs.get(sample.versions.first.sha256)
    pages = office.text.pages(bytes)
    expect(pages.size).to eq(2)
    expect(pages).to all(include(I18n.t("in_document.sample.mark")))
    expect(sample.versions.first.findings.to_a.map { |one| one["code"] }).to eq(["archival"])
    expect(entries_of(sample.number).first["facts"]).to include("sample" => "yes")
  end

  it "can be tried to the end, and is counted nowhere, by nobody" do
    before = %i[joss maren].to_h { |name| [name, counts(name)] }
    numbers = [JustSeal::Store::Counters.next("spec"), asked.dockets.count, asked.records.count]
    docket = sealed
    expect([docket.state, docket.number]).to match(["sealed", start_with("TRY-")])
    report = JustSeal::Core::Pdf::Check.call(
      office.blobs.get(JustSeal::Store::Version.first(docket_number: docket.number, kind: "sealed").sha256),
      **office.accepted,
      at: office.now
    )
    expect(report.verdict).to eq(:intact)
    expect(%i[joss maren].to_h { |name| [name, counts(name)] }).to eq(before)
    expect([asked.dockets.count, asked.records.count]).to eq(numbers.drop(1))
    expect(found_by_audit.select { |one| one.where.to_s.include?("TRY") }).to eq([])
  end

  it "is seen by whoever took it alone, and by whom they ask to act on it" do
    docket = sealed
    expect(sight(:joss).records.where(id: sample.id).count).to eq(1)
    %i[maren edda rosalind].each do |name|
      expect(sight(name).records.where(id: sample.id).count).to eq(0)
      expect(sight(name).dockets.where(Sequel[:dockets][:id] => docket.id).count).to eq(0)
      expect(sight(name).record?(sample)).to be(false)
    end
  end

  it "is given to nobody who may not capture" do
    expect { described_class.call(staff(:rosalind)) }.to raise_reason(JustSeal::Errors::Forbidden, :role_forbids)
  end
end
