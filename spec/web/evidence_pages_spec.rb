# frozen_string_literal: true

require "tmpdir"

RSpec.describe "The pages of evidence" do
  include Pages

  it "take checkpoints, show that each begins with the one before, and hand out proofs" do
    docket = shared_docket
    sign_in :rosalind
    open_page("/evidence/checkpoints")
    send_form("/evidence/checkpoints")
    sent_docket
    open_page("/evidence/checkpoints")
    send_form("/evidence/checkpoints")
    open_page("/evidence/checkpoints")
    newest = JustSeal::Store::Checkpoint.newest
    expect(page.css("tbody tr").first.text).to include(newest.number.to_s, "Proved")
    open_page("/evidence/checkpoints/#{newest.number - 1}/until/#{newest.number}")
    expect(JSON.parse(last_response.body)["path"]).to all(match(/\A\h{64}\z/))
    open_page("/evidence/checkpoints/#{newest.number}")
    expect(JSON.parse(last_response.body)["body"]).to eq(newest.body)
    open_page("/dockets/#{docket.number}/entries/2/proof")
    proof = JSON.parse(last_response.body)
    point = JSON.parse(proof["checkpoint"])
    merkle = JustSeal::Core::Ledger::Merkle.by("SHA256")
    expect(
      merkle.included?(
        merkle.leaf(JustSeal::Core::Ledger::Entry.digest(proof["entry"])),
        index: proof["index"],
        size: point["size"],
        path: proof["path"].map do |hash|
          [hash].pack("H*")
        end,
        root: [point["root"]].pack("H*")
      )
    ).to be(true)
    expect(open_page("/dockets/#{docket.number}/entries/999/proof")).to eq(404)
    expect(open_page("/evidence/checkpoints/#{newest.number}/until/#{newest.number - 1}")).to eq(409)
  end

  it "hand out the bundle of a sealed docket, and check it for anybody" do
    docket = shared_docket
    sign_in :rosalind
    open_page("/dockets/#{docket.number}")
    expect(text).to include(t("dockets.actions.bundle"))
    expect(open_page("/dockets/#{docket.number}/bundle")).to eq(200)
    expect(last_response["content-type"]).to eq("application/vnd.etsi.asic-e+zip")
    bundle = last_response.body
    clear_cookies
    {
      bundle => t("check.bundle.headings.intact"),
      "#{bundle.byteslice(0, 300)}#{"x" * 50}" => I18n.t("check.report.headings.unreadable")
    }.each do |bytes, heading|
      open_page("/check")
      upload = Rack::Test::UploadedFile.new(
        StringIO.new(bytes),
        "application/octet-stream",
        true,
        original_filename: "evidence.asice"
      )
      token = page.at("form[action='/check'] input[name=_csrf]")["value"]
      post("/check", { "_csrf" => token, "file" => upload }, header_host)
      expect(page.at("h1").text).to eq(heading)
    end
  end

  it "say of a sealed file, for a day and a sealer, what the standard says, by which certificates" do
    docket = shared_docket
    version = JustSeal::Store::Version.where(docket_number: docket.number, kind: "sealed").first
    bytes = office.blobs.get(version.sha256)
    ask = lambda do |**fields|
      open_page("/check")
      token = page.at("form[action='/check'] input[name=_csrf]")["value"]
      file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/pdf", original_filename: "licence.pdf")
      post("/check", { "_csrf" => token, "file" => file }.merge(fields.transform_keys(&:to_s)), header_host)
      [last_response.status, page.at("h1").text]
    end
    expect(ask.call).to eq([200, "This is the document that was sealed"])
    expect(text).to include(
      "TOTAL-PASSED",
      "RSA with SHA256",
      "by an answer of its authority (OCSP)",
      "Accepted here as a root"
    )
    link = page.at("a[download]")
    expect(link["download"]).to eq("licence.validation.xml")
    expect(link["href"].split(",").last.unpack1("m0")).to include("mainindication:total-passed")
    expect(ask.call(sealer: "Somebody Else").last).to eq("Nobody accepted here vouches for this file")
    expect(text).to include("INDETERMINATE, CHAIN_CONSTRAINTS_FAILURE", "who is not one of those who may")
    expect(ask.call(at: "2040-01-01").last).to eq("Not everything about this file is proved")
    expect(ask.call(at: "soon").first).to eq(422)
    expect(page.at("[name=at]")["value"]).to eq("soon")
  end

  it "make and exchange keys for administrators, and tell who has no right to" do
    sign_in :maren
    open_page("/rules/authorities")
    Dir.mktmpdir do |folder|
      keys = JustSeal::Ports::SigningKeys.new(
        folder,
        master_key: "ab" * 32,
        enrolment_url: office.settings.enrolment_url
      )
      allow(office).to receive(:keys).and_return(keys)
      open_page("/rules/authorities")
      expect(text).to include("Not made yet.")
      send_form("/rules/authorities/seal/new")
      open_page("/rules/authorities")
      expect(text).to include("Ravensholm Harbour Trust, seal", "Exchange this key")
      send_form("/rules/authorities/witness/request")
      expect(last_response.headers).to include("content-disposition" => 'attachment; filename="witness.csr"')
      request = OpenSSL::X509::Request.new(last_response.body)
      expect(request.verify(request.public_key)).to be(true)
      open_page("/rules/authorities")
      send_form(
        "/rules/authorities/witness/certificate",
        certificate: Rack::Test::UploadedFile.new(
          StringIO.new("no PEM"),
          "application/x-pem-file",
          original_filename: "a"
        )
      )
      expect([last_response.status, text]).to match([422, include("This is no file of certificates in PEM.")])
    end
    sign_in :edda
    open_page("/rules/authorities")
    expect(page.css("form[action*='/rules/authorities/']")).to be_empty
  end

  it "try the authorities, and say what came back" do
    sign_in :maren
    open_page("/rules/authorities")
    send_form("/rules/authorities")
    expect(text).to include(
      "Stamped by Kestrel Coast Time-stamps (stand-in)",
      "its clock agrees with ours",
      "Good: 1 by OCSP, 1 by list"
    )
    stamps = office.time_stamps
    office.time_stamps = JustSeal::Ports::HttpTimeStamps.new("http://127.0.0.1:9/", roots: office.roots)
    send_form("/rules/authorities")
    expect(text).to include("can’t be reached")
    office.time_stamps = JustSeal::Ports::HttpTimeStamps.new(
      office.settings.time_stamp_url,
      roots: office.roots,
      policy: "1.2.3.4.5"
    )
    token = JustSeal::Core::Trust::Cms.read(office.time_stamps.call("x" * 32))
    expect(OpenSSL::Timestamp::TokenInfo.new(token.content).policy_id).to eq("1.2.3.4.5")
  ensure
    office.time_stamps = stamps
  end

  it "show what the proofs rest on, and renew what is due" do
    docket = signed_docket
    JustSeal::Store::SealHealth.where(
      version_id: JustSeal::Store::Version.where(docket_number: docket.number).select(:id)
    ).update(due_at: office.now - 86_400)
    sign_in :maren
    open_page("/evidence/health")
    expect(text).to include(t("evidence.health.due"), "RSA 3072", "SHA256")
    send_form("/evidence/health/renew", by: "")
    work_jobs
    open_page("/evidence/health")
    expect(text).to include(t("evidence.health.all_renewed"))
  end

  it "tell the page of evidence health when a renewal moves on" do
    shared_docket
    sign_in :rosalind
    open_page("/evidence/health")
    shown = page.at("main")["data-mark"]
    open_page(page.at("main")["data-live-mark"])
    expect(last_response.body).to eq(shown)
    JustSeal::Store::RenewalBatch.create(asked_at: office.now, size: 1)
    open_page("/evidence/health/mark")
    expect(last_response.body).not_to eq(shown)
  end

  it "write cells of answers that hold markup as text" do
    cells = Class.new(JustSeal::Web::Page) { include JustSeal::Web::AnswerCells }.new(
      JustSeal::Web::Context.new(viewer: account(:maren), office: office, now: office.now, token: nil)
    )
    %w[at sha256 docket record facts seq note].each do |column|
      value = column == "facts" ? JSON.generate("reason" => "<b>late</b>") : "2026-01-01T<b>late</b>"
      html = cells.cell_html(column, value, ["RH-2026-00001", 1, "2026", "docket.refused"])
      expect(html).to be_a(JustSeal::Web::SafeHtml)
      expect(html).not_to include("<b>"), column
    end
  end
end
