# frozen_string_literal: true

RSpec.describe "What programs ask" do
  include Described

  let(:by) { token }
  let(:file) { Rack::Test::UploadedFile.new(StringIO.new(pdf), "application/pdf", original_filename: "licence.pdf") }

  def captured(title: "Berth licence, MV Ruff", **headers)
    given = { "file" => file, "title" => title, "class" => "MB", "case_file" => "BL-1" }
    ask("post", "/records", by: by, form: given.merge("particulars" => { "vessel" => "MV Ruff" }), headers: headers)
  end

  def new_docket(number, **more)
    {
      "record" => number,
      "message" => "Please sign.",
      "deadline" => (Date.today + 14).iso8601,
      "parties" => [
        { "name" => "Ines Halloran", "email" => "ines-#{SecureRandom.hex(4)}@sanderling.example" },
        { "kind" => "staff", "email" => "joss@ravensholm.example", "act" => "approve" }
      ],
      "fields" => [
        { "kind" => "signature", "party" => "A", "page" => 1, "x" => 90, "y" => 300, "width" => 150, "height" => 30 }
      ],
      **more.transform_keys(&:to_s)
    }
  end

  def titles = last_response.status.then { |code| [code, JSON.parse(last_response.body)["title"]] }

  it "captures, prepares and sends by a program, under its own name in the ledger" do
    record = captured
    expect([last_response.status, record["particulars"]]).to eq([201, { "vessel" => "MV Ruff" }])
    expect(last_response["location"]).to end_with("/api/v1/records/#{record["number"]}")
    draft = ask("post", "/dockets", by: by, json: new_docket(record["number"]))
    expect([draft["state"], draft["parties"].map { |one| one["act"] }]).to eq(["draft", %w[sign approve]])
    expect(ask("get", "/dockets/#{draft["number"]}/readiness", by: by)["ready"]).to be(true)
    sent = ask("post", "/dockets/#{draft["number"]}/send", by: by)
    expect([sent["state"], sent["documents"].first["sha256_sent"]]).to match(["out", /\A\h{64}\z/])
    work_jobs
    actors = entries_of(draft["number"]).map { |one| one["actor"] }.select { |one| one["program"] }
    expect(actors.map { |one| one.values_at("name", "program") }.uniq).to eq([["Maren Test", "Ship list"]])
    expect(page_words(draft["number"])).to include("Maren Test, by the program Ship list")
    withdrawn = ask("post", "/dockets/#{draft["number"]}/withdraw", by: by, json: { "reason" => "The berth is taken" })
    expect(withdrawn.values_at("state", "ended_because")).to eq(["withdrawn", "The berth is taken"])
  end

  def page_words(number)
    sign_in :maren
    open_page("/dockets/#{number}")
    text
  end

  it "tells records, dockets, classes, case files and contacts, a page at a time" do
    record = captured
    expect(ask("get", "/", by: by)).to include("account" => "maren@ravensholm.example", "scopes" => %w[read write send])
    expect(ask("get", "/classes", by: by)["items"].map { |one| one["code"] }).to include("MB")
    expect(ask("get", "/case-files", by: by)["items"].map { |one| one["code"] }).to include("BL-1")
    ask("get", "/contacts", by: by)
    whole = ask("get", "/records/#{record["number"]}", by: by)
    sha256 = whole["versions"].first["sha256"]
    bytes = ask("get", "/records/#{record["number"]}/versions/1/file", by: by)
    expect(Digest::SHA256.hexdigest(bytes)).to eq(sha256)
    newer = captured(title: "Another")
    first = ask("get", "/records?class=MB", by: by)
    order = first["items"].map { |one| one["number"] } & [record, newer].map { |one| one["number"] }
    expect(order).to eq([newer["number"], record["number"]])
    stub_const("JustSeal::Queries::RecordList::SIZE", 1)
    page = ask("get", "/records?class=MB", by: by)
    rest = ask("get", "/records?class=MB&after=#{URI.encode_www_form_component(page["next"])}", by: by)
    numbers = [page, rest].flat_map { |one| one["items"] }.map { |one| one["number"] }
    expect(numbers).to eq(first["items"].first(2).map { |one| one["number"] })
    sent = sent_docket.number
    out = ask("get", "/dockets?state=out", by: by)["items"].find { |one| one["number"] == sent }
    expect(out["parties"].size).to eq(2)
  end

  it "corrects from the state that was read, and from no other" do
    number = captured["number"]
    ask("get", "/records/#{number}", by: by)
    etag = last_response["etag"]
    given = { "title" => "Corrected", "particulars" => { "yearly_dues" => "120.50" } }
    fresh = ask("patch", "/records/#{number}", by: by, json: given, headers: { "HTTP_IF_MATCH" => etag })
    expect(fresh.values_at("title", "particulars").last).to include("vessel" => "MV Ruff")
    ask("patch", "/records/#{number}", by: by, json: given, headers: { "HTTP_IF_MATCH" => etag })
    expect(titles).to eq([409, "changed_meanwhile"])
    ask("patch", "/records/#{number}", by: by, json: given)
    expect(titles).to eq([428, "if_match_wanted"])
  end

  it "does the same request under one key once, and refuses another under it" do
    asked = new_docket(captured["number"])
    before = JustSeal::Store::Docket.count
    key = { "HTTP_IDEMPOTENCY_KEY" => SecureRandom.uuid }
    again = Array.new(2) { ask("post", "/dockets", by: by, json: asked, headers: key) }
    expect([again.uniq.size, last_response.status]).to eq([1, 201])
    expect(JustSeal::Store::Docket.count).to eq(before + 1)
    ask("post", "/dockets", by: by, json: asked.merge("title" => "Other"), headers: key)
    expect(JSON.parse(last_response.body)["errors"].first["place"]).to eq("Idempotency-Key")
  end

  it "is closed without a token, with one that ended, was taken back, or whose account has ended" do
    ask("get", "/records", by: "jst_nothing")
    expect([*titles, last_response["www-authenticate"]]).to eq([401, "token_wanted", "Bearer"])
    one = token(days: 1)
    clock.offset = 2 * 86_400
    ask("get", "/records", by: one)
    expect(titles.first).to eq(401)
    clock.offset = 0
    row = JustSeal::Store::ApiToken.order(:id).last
    JustSeal::Operations::KeepTokens.new.end(staff(:maren), id: row.id)
    ask("get", "/records", by: one)
    expect(titles.first).to eq(401)
    expect(entries_of("tokens").map { |entry| entry["kind"] }).to include("token.made", "token.ended")
  end

  it "allows what the token allows and what its account may, and nothing more" do
    ask("post", "/dockets", by: token(scopes: ["read"]), json: { "record" => "MB-1" })
    expect(titles).to eq([403, "scope_wanted"])
    ask("post", "/dockets", by: token(:rosalind), json: new_docket(captured["number"]))
    expect(titles.first).to eq(403)
    ask("get", "/records/NONE-1", by: by)
    expect(titles.first).to eq(404)
  end

  it "says which place of a request is wrong, and keeps nothing of it" do
    number = captured["number"]
    parties = [{ "name" => "Ines", "email" => "ines@sanderling.example" }]
    wrong = [{ "kind" => "signature", "party" => "A", "page" => 1, "x" => 1, "y" => 1, "width" => 1, "height" => 1 }]
    before = JustSeal::Store::Docket.count
    answer = ask("post", "/dockets", by: by, json: new_docket(number, parties: parties, fields: wrong))
    expect([last_response.status, answer["errors"].first["place"]]).to eq([422, "fields"])
    answer = ask("post", "/dockets", by: by, json: new_docket(number, deadline: "soon"))
    expect([last_response.status, answer["errors"].first["place"]]).to eq([422, "deadline"])
    { "act" => "burn", "letter" => 5, "turn" => 0, "kind" => "ghost", "least_level" => 9 }.each do |name, value|
      odd = new_docket(number, parties: [parties.first.merge(name => value)])
      answer = ask("post", "/dockets", by: by, json: odd, described: false)
      expect([last_response.status, answer["errors"].first["place"]]).to eq([422, "parties.0.#{name}"])
    end
    [
      { "record" => 5 },
      { "record" => number, "parties" => "all" },
      { "record" => number, "fields" => [1] }
    ].each do |odd|
      ask("post", "/dockets", by: by, json: odd, described: false)
      expect(last_response.status).to eq(422)
    end
    ask("get", "/dockets?find[a]=1&class[]=2&after[x]=3", by: by)
    expect(last_response.status).to eq(200)
    expect(JustSeal::Store::Docket.count).to eq(before)
  end

  it "gives its description to everybody" do
    get("/api/v1/openapi.yaml", {}, header_host)
    expect([last_response.status, YAML.safe_load(last_response.body)["openapi"]]).to eq([200, "3.1.0"])
  end
end
