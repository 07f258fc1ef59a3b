# frozen_string_literal: true

RSpec.describe "Several documents in one docket" do
  let(:licence) { capture }
  let(:annex) { capture(title: "Annex", bytes: pdf("Annex")) }
  let(:plan) { capture(title: "Plan of the berth", bytes: pdf("Plan")) }
  let(:draft) { ready_draft(record: licence) }
  let(:all) { [[licence, "sign"], [annex, "sign"], [plan, "enclosure"]] }

  def arrange(*list, docket: draft)
    documents = list.map { |record, role| { "record" => record.number, "role" => role } }
    JustSeal::Operations::ArrangeDocuments.call(
      staff(:maren),
      number: docket.number,
      edits: docket.refresh.edits,
      documents: documents
    )
  end

  def positions = draft.refresh.documents_dataset.order(:position).map { |one| [one.record.title, one.role] }

  def place(fields)
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.refresh.edits,
      fields: fields
    )
  end

  it "are put in, ordered, enclosed and taken out, with the state of their records" do
    arrange(*all)
    expect([annex, plan].map { |record| record.refresh.docket_state }).to eq(["draft", nil])
    arrange([plan, "enclosure"], [annex, "sign"], [licence, "sign"])
    expect(positions).to eq(
      [
        ["Plan of the berth", "enclosure"],
        %w[Annex sign],
        ["Berth licence, MV Sanderling", "sign"]
      ]
    )
    expect(draft.spots.map(&:document).uniq).to eq([3])
    arrange([licence, "sign"])
    expect([annex.refresh.docket_state, licence.refresh.docket_state]).to eq([nil, "draft"])
  end

  it "are signed and sealed each, with one certificate that names the enclosures" do
    arrange(*all)
    place(usual_fields + [field("B").merge("document" => 2)])
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    expect(docket.documents.last.current_sha256).to eq(plan.versions.first.sha256)
    %w[A B].each { |letter| act(docket, letter) }
    expect(docket.refresh.state).to eq("sealed")
    sealed = JustSeal::Store::Version.where(docket_number: docket.number).order(:record_id, :number).all
    expect(
      sealed.map do |version|
        [
          version.record.title,
          version.kind
        ]
      end
    ).to eq(
      [
        ["Berth licence, MV Sanderling", "sealed"],
        ["Berth licence, MV Sanderling", "certificate"],
        %w[Annex sealed],
        %w[Annex certificate]
      ]
    )
    reports = sealed.select { |one| one.kind == "sealed" }.map do |one|
      JustSeal::Core::Pdf::Check.call(office.blobs.get(one.sha256), roots: office.roots, at: Time.now)
    end
    expect(reports.map { |report| [report.verdict, report.signatures.size] }).to eq([[:intact, 4], [:intact, 4]])
    words = words_of(office.blobs.get(sealed.last.sha256))
    expect(words).to include("Annex, #{annex.number}", "Enclosed, to be read only", "Plan of the berth, #{plan.number}")
    expect(plan.refresh).to have_attributes(docket_state: nil)
  end

  def act(docket, letter)
    visitor, = enter_room(docket, letter)
    seen = docket.documents.to_h do |one|
      [one.position, JustSeal::Operations::ViewDocument.call(visitor, position: one.position).last]
    end
    JustSeal::Operations::ActOnDocket.call(visitor, seen: seen, mark: { "typed" => "Somebody" })
    work_jobs
  end

  it "want all of them to be as they were seen" do
    arrange([licence, "sign"], [annex, "sign"])
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    visitor, sha256 = enter_room(docket, "A")
    expect do
      JustSeal::Operations::ActOnDocket.call(
        visitor,
        seen: { 1 => sha256 },
        mark: { "typed" => "I" }
      )
    end.to raise_reason(JustSeal::Errors::Conflict, :document_changed)
    expect { JustSeal::Operations::ViewDocument.call(visitor, position: 9) }.to raise_error(JustSeal::Errors::Missing)
  end

  it "refuse what can't be sent: nothing to sign, the same twice, one that is in another docket or being revised" do
    expect { arrange([licence, "enclosure"]) }.to raise_reason(JustSeal::Errors::Invalid, :nothing_to_sign)
    expect do
      arrange([licence, "sign"], [licence, "sign"])
    end.to raise_reason(JustSeal::Errors::Invalid, :list_unreadable)
    JustSeal::Operations::DraftDocket.call(staff(:maren), record: annex)
    expect do
      arrange(
        [licence, "sign"],
        [annex, "sign"]
      )
    end.to raise_reason(JustSeal::Errors::Conflict, :in_docket)
    arrange([licence, "sign"], [annex, "enclosure"])
    JustSeal::Operations::TakeForRevision.call(staff(:maren), number: plan.number)
    expect do
      arrange([licence, "sign"], [plan, "sign"])
    end.to raise_reason(JustSeal::Errors::Conflict, :reserved_or_enclose)
    expect(positions.map(&:first)).to eq(["Berth licence, MV Sanderling", "Annex"])
  end

  it "say which of them has a newer version, and put that in" do
    arrange([licence, "sign"], [annex, "enclosure"])
    JustSeal::Operations::TakeForRevision.call(staff(:maren), number: annex.number)
    JustSeal::Operations::BringBack.call(
      staff(:maren),
      number: annex.number,
      bytes: pdf("Annex, mended"),
      file_name: "a.pdf",
      why: "Mended."
    )
    point = JustSeal::Queries::DocketReadiness.call(draft, now: office.now).find { |one| one.reason == :newer_version }
    expect(point.facts).to include(document: "Annex", number: 2, position: 2)
    JustSeal::Operations::TakeNewestVersion.call(staff(:maren), number: draft.number, position: 2)
    expect(draft.refresh.documents_dataset.first(position: 2).version.number).to eq(2)
  end

  it "go along when a new docket is made from one that has ended" do
    arrange(*all)
    place([field("A").merge("document" => 2), field("A"), field("B", y: 100.0)])
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    JustSeal::Operations::WithdrawDocket.call(staff(:maren), number: draft.number, reason: "Mistake.")
    copy = JustSeal::Operations::CopyDocket.call(staff(:maren), number: draft.number)
    expect(
      copy.documents.map do |one|
        [
          one.record.title,
          one.role
        ]
      end
    ).to eq([["Berth licence, MV Sanderling", "sign"], %w[Annex sign], ["Plan of the berth", "enclosure"]])
    expect(copy.spots.map(&:document)).to eq([1, 1, 2])
  end
end
