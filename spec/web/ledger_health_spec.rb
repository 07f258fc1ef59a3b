# frozen_string_literal: true

RSpec.describe "What the ledger's own proofs rest on" do
  include Pages

  after do
    JustSeal::Store::OfficeChoices.set("algorithms", nil)
    JustSeal::Store.db[:content_troubles].delete
    office.refresh
  end

  it "is shown with the health of files: the newest checkpoint, the authorities, and what could not be called anew" do
    shared_docket
    point = JustSeal::Operations::TakeCheckpoint.call
    JustSeal::Store::KeptStatus.first.update(problem: JustSeal::Core::Problem.kept(:storage_failing))
    sign_in(:edda)
    expect(open_page("/evidence/health")).to eq(200)
    expect(text).to include("Checkpoint #{point.number}, on the tree by SHA256", "Kestrel Coast Time-stamps")
    expect(text).to include(I18n.t("errors.storage_failing"))
    expect(text).not_to include("Kept files are called by")
    ends = Time.now.utc + (400 * 86_400)
    JustSeal::Operations::KeepAlgorithm.call(staff(:edda), id: "digest/SHA256/0", ends: ends, source: "Notice")
    problem = JustSeal::Core::Problem.kept(:storage_failing)
    JustSeal::Store.db[:content_troubles].insert(content: "ab", problem: problem, seen_at: Time.now)
    JustSeal::Operations::DigestContents.call
    open_page("/evidence/health")
    expect(text).to match(/called by SHA512 as well.*0 are not yet, 1 could not be read/)
    condition = JustSeal::Queries::OfficeCondition.new(office: office, now: office.now)
    expect(condition.keeping[:unrenewed]).to be >= 1
  ensure
    JustSeal::Store::KeptStatus.dataset.update(problem: nil)
  end

  it "hands out proofs of versions and packs to those who may have them, and the register as a file" do
    version = JustSeal::Store::Version.where(docket_number: shared_docket.number, kind: "sealed").first
    JustSeal::Operations::TakeCheckpoint.call
    sign_in(:rosalind)
    path = "/records/#{version.record.number}/versions/#{version.number}"
    expect(open_page("#{path}/proof")).to eq(200)
    known = { roots: office.roots, at: Time.now }
    proof = JustSeal::Core::Ledger::Existence.call(last_response.body, office.blobs.get(version.sha256), **known)
    expect(proof).to have_attributes(valid?: true)
    open_page("/records/#{version.record.number}")
    expect(page.css("a[href='#{path}/proof']").size).to eq(1)
    expect(open_page("/evidence/algorithms/file")).to eq(200)
    expect(JSON.parse(last_response.body)).to be_a(Hash)
  end
end
