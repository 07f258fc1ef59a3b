# frozen_string_literal: true

require "rack/test"

RSpec.describe "Inquiries on their pages" do
  include Rack::Test::Methods

  before(:all) { open_office }
  after(:all) { close_office }

  let(:app) { JustSeal::Web::Application.build(office.settings) }
  let(:base) { "/evidence/inquiries/#{inquiry.number}" }
  let(:docket) { shared_docket }
  let(:other) { signed_docket(name: "Somebody Else") }
  let(:inquiry) do
    docket
    given = {
      "asked_by" => "Court of Audit",
      "mandate" => "Harbour Act",
      "question" => "Who?",
      "from" => (Date.today - 3).iso8601,
      "until" => (Date.today + 90).iso8601,
      "due_on" => (Date.today + 7).iso8601,
      "worker_id" => account(:maren).id,
      "case_files" => [docket.documents.first.record.case_file.code],
      "parties" => party(docket, "A").email
    }
    JustSeal::Operations::SaveInquiry.new.open(staff(:maren), given)
  end

  def headers = { "HTTP_HOST" => "localhost" }
  def csrf(path, action) = get(path, {}, headers).body[/action="#{Regexp.escape(action)}".*?_csrf" value="([^"]+)"/m, 1]

  def sign_in(email, password = TestOffice::PASSWORD)
    post(
      "/login",
      {
        "_csrf" => get("/login", {}, headers).body[/action="[^"]*".*?_csrf" value="([^"]+)"/m, 1],
        "login" => email,
        "password" => password
      },
      headers
    )
  end

  def status(path) = get(path, {}, headers).status

  def invite(email = "nora@audit.example")
    JustSeal::Operations::InviteAuditor.new.call(
      staff(:maren),
      number: inquiry.number,
      name: "Nora Lindqvist",
      email: email,
      ends_on: (Date.today + 5).iso8601
    )
  end

  def choose_password(text)
    token = csrf("/account/password", "/account/password")
    post("/account/password", { "_csrf" => token, "password" => text, "again" => text }, headers)
  end

  def enrol(auditor)
    post("/account/app", { "_csrf" => csrf("/account", "/account/app") }, headers)
    secret = [
      office.secret_box.open(
        JustSeal::Store::Authenticator.where(account_id: auditor.id).order(Sequel.desc(:id)).get(:secret)
      )
    ].pack("H*")
    post(
      "/account/app/confirm",
      {
        "_csrf" => last_response.body[%r{action="/account/app/confirm".*?_csrf" value="([^"]+)"}m, 1],
        "code" => JustSeal::Core::Assurance::TimeCode.at(secret, office.now.to_i / 30)
      },
      headers
    )
  end

  it "let an auditor from outside in with two factors, to one inquiry and its scope, and note what is read" do
    auditor, password = invite
    other.update(sent_at: Time.now - (40 * 86_400))
    sign_in("nora@audit.example", password)
    expect(get(base, {}, headers)["location"]).to eq("/account/password")
    choose_password("a sentence of one's own")
    expect(get(base, {}, headers)["location"]).to eq("/account")
    expect(get("/account", {}, headers).body).not_to include('action="/account/app"'), "nobody has seen them yet"
    JustSeal::Operations::SecondSteps.new.allow(staff(:maren), account_id: auditor.id, reason: "Passport, here")
    enrol(auditor)
    expect(status(base)).to eq(200)
    expect(last_response.body).not_to include(t("inquiries.ask.close_it"))
    expect(
      [
        status("/dockets/#{docket.number}"),
        status("/records/#{document(docket).record.number}"),
        status("/records/#{document(docket).record.number}/versions/1"),
        status("/records/#{document(docket).record.number}/versions/1/file")
      ]
    ).to eq([200, 200, 200, 200])
    expect(
      [
        status("/dockets/#{other.number}"),
        status("/records/#{document(other).record.number}"),
        status("/records/#{document(other).record.number}/versions/1/file")
      ]
    ).to eq([404, 404, 404])
    %w[/records /dockets /evidence /evidence/entries /evidence/inquiries /rules /contacts /find?find=x].each do |path|
      expect(get(path, {}, headers)["location"]).to eq(base), path
    end
    post("#{base}/ask", { "_csrf" => "x", "question" => "rule_changes" }, headers)
    expect(last_response.status).to eq(403)
    read = entries_of(inquiry.number).select do |entry|
      entry["kind"] == "auditor.read"
    end
    expect(
      read.map do |entry|
        [entry["actor"]["name"], entry["facts"]["page"]]
      end
    ).to include(["Nora Lindqvist", "/dockets/#{docket.number}"])
    expect(read.map { |entry| entry["facts"]["page"] }).not_to include("/dockets/#{other.number}"), "it was refused"
    auditor.update(ends_at: Time.now - 1)
    expect(get(base, {}, headers)["location"]).to eq("/login")
  end

  it "end an outside auditor at once, and never show the password again" do
    auditor, password = invite("leif@audit.example")
    sign_in("maren@ravensholm.example")
    expect(get(base, {}, headers).body).to include("leif@audit.example").and(
      satisfy { |body|
        !body.include?(password)
      }
    )
    post("#{base}/auditors/#{auditor.id}/end", { "_csrf" => csrf(base, "#{base}/auditors/#{auditor.id}/end") }, headers)
    expect(auditor.refresh.ends_at).to be <= Time.now
    expect(JustSeal::Store::Account.live.select_map(:id)).not_to include(auditor.id)
    expect { invite("leif@audit.example") }.to raise_reason(JustSeal::Errors::Invalid, :address_taken)
    expect do
      JustSeal::Operations::InviteAuditor.new.call(
        staff(:joss),
        number: inquiry.number,
        name: "x",
        email: "x@y.example",
        ends_on: "2030-01-01"
      )
    end.to raise_error(JustSeal::Errors::Forbidden)
  end

  it "keep what was typed when something is wrong with it" do
    sign_in("maren@ravensholm.example")
    post(
      "/evidence/inquiries",
      {
        "_csrf" => csrf("/evidence/inquiries/new", "/evidence/inquiries"),
        "asked_by" => "The board",
        "from" => "2026-02-31"
      },
      headers
    )
    expect(last_response.status).to eq(422)
    expect(last_response.body).to include("The board", "problems to fix", "Write the day as")
    post(
      "#{base}/ask",
      {
        "_csrf" => csrf(base, "#{base}/ask"),
        "question" => "sample",
        "confidence" => "95",
        "tolerable" => "5",
        "expected" => "5",
        "seed" => "my-seed"
      },
      headers
    )
    expect(
      [
        last_response.status,
        last_response.body.include?("my-seed"),
        last_response.body.include?("useful size")
      ]
    ).to eq([422, true, true])
  end

  it "keep senders out" do
    sign_in("joss@ravensholm.example")
    expect(
      [
        status("/evidence/inquiries"),
        status("/evidence/entries"),
        status("/evidence/watches")
      ]
    ).to eq([403, 403, 403])
  end

  it "read the document that is asked about in place, with who stands behind its marks" do
    sealed = document(docket).sealed_sha256
    given = { "document" => sealed }
    asked = JustSeal::Operations::AskQuestion.call(
      staff(:maren),
      number: inquiry.number,
      question: "this_document",
      given: given
    )
    work_jobs
    sign_in(account(:maren).email)
    place = "#{base}/answers/#{asked.position}"
    expect(get(place, {}, headers).body).to include("#{place}/document\"")
    expect(status("#{place}/document")).to eq(200)
    expect(get("#{place}/document/file", {}, headers).body.b).to eq(office.blobs.get(sealed))
    expect(get("#{place}/document/marks", {}, headers).body).to include("Ines Halloran", "data-box")
  end
end
