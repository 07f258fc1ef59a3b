# frozen_string_literal: true

require "rack/test"

RSpec.describe JustSeal::Operations::TakeNewestVersion do
  include Pages

  # A licence whose lines to sign stand at +heights+: {words => height}, one page for each hash.
  def licence(*pages)
    doc = HexaPDF::Document.new
    pages.each do |heights|
      canvas = doc.pages.add.canvas.font("Helvetica", size: 10)
      heights.each { |words, height| canvas.text(words, at: [90, height]) }
    end
    StringIO.new("".b).tap { |out| doc.write(out) }.string
  end

  let(:first) do
    licence({ "Signed for the licensee" => 400, "Signed for the Trust" => 320 }, { "Witnessed by" => 500 })
  end
  let(:record) { capture(bytes: first) }
  let(:draft) do
    docket = ready_draft(record: record)
    fields = [
      field("A", y: 398.0), field("B", y: 318.0), field("A", "full_name", y: 498.0, page: 2)
    ].map { |one| one.merge("x" => 230.0) }
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: docket.number, edits: docket.edits, fields: fields)
  end

  def revise(bytes)
    JustSeal::Operations::TakeForRevision.call(staff(:maren), number: record.number)
    JustSeal::Operations::BringBack.call(
      staff(:maren), number: record.number, bytes: bytes, file_name: "licence.pdf", why: "Lines were moved about"
    )
    work_jobs
  end

  def take(**given) = described_class.call(staff(:maren), number: draft.number, **given)

  def places
    rows = document(draft).fields_dataset.order(:id).select_map(%i[name page y anchor])
    rows.map { |name, page, y, anchor| [name, page, y.round, anchor] }
  end

  def blocking = JustSeal::Queries::DocketReadiness.call(draft.refresh, now: office.now).select(&:blocks).map(&:reason)

  it "takes fields along with their words, marks those whose words are missing, and drops those of a lost page" do
    draft
    revise(licence({ "Signed for the licensee" => 250, "Signed for somebody else" => 170 }))
    take
    expect(places).to eq([["A-signature-1", 1, 248, ""], ["B-signature-1", 1, 318, "Signed for the Trust"]])
    expect(blocking).to include(:anchor_missed)
    told = entries_of(draft.number).reverse.find { |entry| entry["kind"] == "docket.version_changed" }
    expect(told["facts"]).to include("moved" => 1, "lost" => 1, "gone" => 1)
    fields = [field("A", y: 248.0), field("B", y: 168.0)].map { |one| one.merge("x" => 230.0) }
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.refresh.edits,
      fields: fields
    )
    expect(blocking).not_to include(:anchor_missed)
  end

  it "says before what will become of each, and takes no other version than the one that was looked at" do
    draft
    revise(licence({ "Signed for the licensee" => 250, "Signed for the Trust" => 320 }))
    sign_in :maren
    open_page("/dockets/#{draft.number}/check")
    open_page(page.css("a").map { |link| link["href"] }.find { |path| path.include?("newest") })
    expect(text).to include(
      I18n.t("dockets.newest.fates.gone.one"), I18n.t("dockets.newest.fates.moved.one"), "Signed for the licensee"
    )
    expect(places.map { |one| one[2] }).to eq([398, 318, 498])
    revise(licence({ "Signed for the licensee" => 700 }))
    send_form("/dockets/#{draft.number}/newest", position: 1, version: 2)
    expect([last_response.status, document(draft).version.number]).to eq([409, 1])
    open_page("/dockets/#{draft.number}/newest?position=1")
    send_form("/dockets/#{draft.number}/newest", position: 1, version: 3)
    expect(document(draft).version.number).to eq(3)
  end

  it "changes nothing where somebody has placed other fields meanwhile" do
    draft
    revise(licence({ "Signed for the licensee" => 250 }))
    allow(JustSeal::Queries::VersionPlan).to receive(:new).and_wrap_original do |made, *given|
      made.call(*given).tap do |plan|
        plan.outcomes
        JustSeal::Operations::PlaceFields.call(
          staff(:maren), number: draft.number, edits: draft.refresh.edits, fields: [field("A", y: 90.0)]
        )
      end
    end
    expect { take }.to raise_reason(JustSeal::Errors::Conflict, :docket_saved_meanwhile)
    expect(document(draft).version.number).to eq(1)
  end
end
