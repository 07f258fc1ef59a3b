# frozen_string_literal: true

require "rack/test"

RSpec.describe "Who reaches what" do
  include Rack::Test::Methods

  let(:app) { JustSeal::Web::Application.build(office.settings) }

  def header_host = { "HTTP_HOST" => "localhost" }
  def token_on(path) = get(path, {}, header_host).body[/action="[^"]*".*?_csrf" value="([^"]+)"/m, 1]

  def csrf_for(path, action)
    get(path, {}, header_host).body[/action="#{Regexp.escape(action)}".*?_csrf" value="([^"]+)"/m, 1]
  end

  def sign_in(name, password = TestOffice::PASSWORD)
    post(
      "/login",
      { "_csrf" => token_on("/login"), "login" => "#{name}@ravensholm.example", "password" => password },
      header_host
    )
  end

  it "leads to signing in from every place" do
    %w[/ /records /records/capture /dockets /evidence /find?find=x].each do |path|
      get(path, {}, header_host)
      expect([last_response.status, last_response["location"]]).to eq([302, "/login"]), path
    end
  end

  it "shows holds, disposals and transfers to those alone who see all records" do
    paths = %w[/records/holds /records/disposals /records/transfers]
    { maren: 200, edda: 200, rosalind: 200, tobias: 403 }.each do |name, status|
      clear_cookies
      sign_in(name)
      expect(paths.map { |path| get(path, {}, header_host).status }).to eq([status] * 3), name.to_s
    end
  end

  it "opens the check, the health page and the static files to anybody" do
    %w[/check /health /css/base.css /vendor/pdfjs/pdf.worker.min.mjs].each do |path|
      expect(get(path, {}, header_host).status).to eq(200)
    end
  end

  it "says the same of an unknown address and of a wrong password" do
    bodies = [%w[maren wrong], %w[nobody wrong]].map do |name, password|
      sign_in(name, password)
      last_response.body[%r{notice [^>]*bad.*?</div>}m]
    end
    expect(bodies.uniq.size).to eq(1)
    expect(bodies.first).to include("is not right")
  end

  it "keeps a lent device lent, also when its cookie is set back to what it was before" do
    docket = sent_docket
    sign_in("maren")
    page = "/dockets/#{docket.number}"
    token = csrf_for(page, "#{page}/seen")
    cookie = rack_mock_session.cookie_jar.get_cookie("just_seal").raw
    post(
      "#{page}/seen",
      {
        "_csrf" => token,
        "letter" => "A",
        "kind" => "passport",
        "issuer" => "Kestrel Coast",
        "last" => "77K4",
        "expires" => "2031-01-31",
        "then" => "open"
      },
      header_host
    )
    expect(last_response["location"]).to include("/visit/")
    2.times do
      expect(get("/records", {}, header_host)["location"]).to eq("/give-back")
      set_cookie(cookie)
    end
    post(
      "/give-back",
      { "_csrf" => csrf_for("/give-back", "/give-back"), "password" => TestOffice::PASSWORD },
      header_host
    )
    expect(get("/records", {}, header_host).status).to eq(200)
  end

  it "refuses a change without a CSRF token, signed in or not" do
    sign_in("maren")
    expect(last_response.status).to eq(302)
    expect(post("/records/capture", { "title" => "x" }, header_host).status).to eq(403)
    expect(post("/check", {}, header_host)).to have_attributes(status: 403, body: include("load the page again"))
    expect(post("/visit/#{"a" * 22}/refuse", {}, header_host).status).to eq(403)
  end

  it "refuses a token that was made for another form" do
    sign_in("maren")
    expect(
      post(
        "/logout",
        { "_csrf" => csrf_for("/records/capture", "/records/capture") },
        header_host
      ).status
    ).to eq(403)
  end

  it "ends a session on the server when somebody signs out" do
    sign_in("maren")
    cookie = rack_mock_session.cookie_jar.get_cookie("just_seal").raw
    post("/logout", { "_csrf" => csrf_for("/", "/logout") }, header_host)
    clear_cookies
    get("/", {}, header_host.merge("HTTP_COOKIE" => cookie))
    expect(last_response["location"]).to eq("/login")
  end

  it "sends its policy and safe cookies with every page" do
    get("/login", {}, header_host)
    expect(last_response["content-security-policy"]).to include(
      "default-src 'none'",
      "script-src 'self'",
      "style-src 'self'",
      "frame-ancestors 'none'"
    )
    expect(last_response["content-security-policy"]).not_to include("unsafe-inline")
    expect(last_response["set-cookie"]).to match(/httponly/i).and match(/samesite=lax/i)
    expect(last_response.body).not_to match(%r{<script(?![^>]*(?:\bsrc=|application/json))|\sstyle=|\son\w+=})
  end

  it "marks cookies as secure, and asks for https from then on, where it is served over https" do
    settings = JustSeal::Settings.new(ENV.to_h.merge("JUST_SEAL_ADDRESS" => "https://localhost"))
    secure = Rack::MockRequest.new(JustSeal::Web::Application.build(settings)).get(
      "https://localhost/login",
      "HTTP_HOST" => "localhost"
    )
    expect(secure["set-cookie"]).to match(/; secure/i)
    expect(secure["strict-transport-security"]).to include("max-age")
  end

  it "answers to its own name only" do
    expect(get("/check", {}, { "HTTP_HOST" => "evil.example" }).status).to eq(403)
  end

  it "offers an auditor nothing to change, and refuses it on the server" do
    draft = ready_draft
    sign_in("rosalind")
    expect(get("/records", {}, header_host).body).not_to include(t("records.list.capture"))
    expect(get("/dockets/#{draft.number}", {}, header_host).body).not_to include(t("dockets.actions.prepare"))
    expect(get("/records/capture", {}, header_host).status).to eq(403)
    expect(get("/dockets/#{draft.number}/parties", {}, header_host).status).to eq(403)
    token = csrf_for("/", "/logout")
    %W[/dockets/#{draft.number}/send /dockets/#{draft.number}/withdraw].each do |path|
      expect(post(path, { "_csrf" => token }, header_host).status).to eq(403)
    end
  end

  it "explains what is not there, and tells nothing of what went wrong inside" do
    sign_in("maren")
    expect(
      get(
        "/records/XX-1",
        {},
        header_host
      )
    ).to have_attributes(status: 404, body: include(t("errors.no_record", number: "XX-1")))
    expect(get("/nowhere", {}, header_host).status).to eq(404)
    allow(JustSeal::Queries::RecordList).to receive(:file_plan).and_raise("secret detail")
    expect(get("/records", {}, header_host)).to have_attributes(status: 500, body: not_including("secret detail"))
  end

  it "pages through lists by key" do
    bytes = pdf
    3.times { |index| capture(title: "Paged #{index}", bytes: bytes) }
    first = records_by({ "find" => "Paged" }, size: 2)
    rest = records_by({ "find" => "Paged" }, size: 2, after: first.next_key)
    expect((first.rows + rest.rows).map { |row| row.record.title }.first(3)).to eq(["Paged 2", "Paged 1", "Paged 0"])
    expect(records_by(after: "nonsense'--").rows).not_to be_empty
  end

  def not_including(text) = satisfy("not include #{text}") { |body| !body.include?(text) }

  describe "the signing room" do
    let(:docket) { sent_docket }
    let(:link) { "/room/#{token_for(party(docket, "A"))}" }
    # Where the party is once it has come in by the button.
    let(:room) { room_behind(link) }

    def room_token(what)
      given = Nokogiri::HTML(last_response.body).at("script[data-block=given]").text
      JSON.parse(given).dig("csrf", what)
    end

    def post_json(path, token, body)
      post(
        path,
        JSON.generate(body),
        header_host.merge(
          "CONTENT_TYPE" => "application/json",
          "HTTP_ACCEPT" => "application/json",
          "HTTP_X_CSRF_TOKEN" => token
        )
      )
    end

    def room_behind(link)
      post("#{link}/enter", { "_csrf" => csrf_for(link, "#{link}/enter") }, header_host)
      URI(last_response["location"]).path
    end

    def agree
      post("#{room}/consent", { "_csrf" => csrf_for(room, "#{room}/consent"), "version" => "1" }, header_host)
      get(room, {}, header_host)
    end

    it "knows no made-up, cut or foreign link" do
      ["/room/#{"a" * 43}", "/room/x", link[0..-2], "/room/..%2f..%2fetc"].each do |path|
        expect(get(path, {}, header_host).status).to eq(404)
      end
    end

    it "shows the document only after consent, and is never stored by the browser" do
      get(room, {}, header_host)
      expect(last_response.body).to include("do you agree to do it electronically")
      expect(get("#{room}/documents/1", {}, header_host).status).to eq(403)
      agree
      expect(get("#{room}/documents/1", {}, header_host)).to have_attributes(status: 200, body: start_with("%PDF"))
      expect(last_response["cache-control"]).to include("no-store")
    end

    it "refuses other bytes, nonsense and replays, with words" do
      agree
      token = room_token("act")
      get("#{room}/documents/1", {}, header_host)
      sha256 = Digest::SHA256.hexdigest(last_response.body)
      post_json("#{room}/act", token, { "seen" => { "1" => "0" * 64 }, "mark" => { "typed" => "Ines" } })
      expect(last_response).to have_attributes(status: 409, body: include("has changed"))
      post_json("#{room}/act", token, { "seen" => { "1" => sha256 }, "mark" => 7 })
      expect(last_response.status).to eq(422)
      post_json("#{room}/act", token, { "seen" => { "1" => sha256 }, "mark" => { "typed" => "Ines" } })
      expect(last_response.status).to eq(200)
      post_json("#{room}/act", token, { "seen" => { "1" => sha256 }, "mark" => { "typed" => "Ines" } })
      expect(last_response.status).to eq(409)
      expect(get(room, {}, header_host).body).to include(t("room.ended.have.sign"))
      expect(get("#{room}/documents/1", {}, header_host).status).to eq(409)
    end

    it "takes a scanner's look at a link for no visit" do
      head(link, {}, header_host)
      expect([last_response.status, party(docket, "A").state]).to eq([200, "invited"])
      get(link, {}, header_host)
      expect([last_response.status, party(docket, "A").state, party(docket, "A").proofs]).to eq([200, "invited", []])
    end

    it "does not let one party's visit act for another" do
      other = room_behind("/room/#{token_for(party(sent_docket, "A"))}")
      agree
      clear_cookies
      expect(get("#{other}/documents/1", {}, header_host).status).to eq(403)
      expect(get(room, {}, header_host).body).to include(t("errors.visit_elsewhere"))
    end
  end
end
