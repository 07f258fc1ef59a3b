# frozen_string_literal: true

require "nokogiri"
require "rack/test"

RSpec.describe "What the pages say" do
  include Rack::Test::Methods

  let(:app) { JustSeal::Web::Application.build(office.settings) }

  def page = Nokogiri::HTML(last_response.body)

  def header_host = { "HTTP_HOST" => "localhost" }
  def text = page.at("main").text.gsub(/\s+/, " ")

  def open_page(path)
    get(path, {}, header_host)
    expect(last_response.status).to eq(200), "#{path}: #{last_response.status}"
  end

  def sign_in(name)
    get("/login", {}, header_host)
    token = page.at("input[name=_csrf]")["value"]
    post(
      "/login",
      { "_csrf" => token, "login" => "#{name}@ravensholm.example", "password" => TestOffice::PASSWORD },
      header_host
    )
  end

  before { sign_in(:maren) }

  it "show on the Desk what waits for this person, and what it has sent" do
    docket = sent_docket.tap { |one| one.update(deadline: office.now + (49 * 3600)) } # the first of all that are open
    sign(docket, "A")
    open_page("/")
    expect(text).to include(docket.number, "Waits for Joss Test")
    expect(page.css("form[action='/dockets/#{docket.number}/enter']")).to be_empty
    clear_cookies
    sign_in(:joss)
    open_page("/")
    expect(page.css("form[action='/dockets/#{docket.number}/enter']").size).to eq(1)
  end

  it "lead a member of staff from the Desk into the signing room, proved by the account" do
    docket = sent_docket.tap { |one| one.update(deadline: office.now + (49 * 3600)) } # the first of all that are open
    sign(docket, "A")
    clear_cookies
    sign_in(:joss)
    open_page("/")
    token = page.at("form[action='/dockets/#{docket.number}/enter'] input[name=_csrf]")["value"]
    post("/dockets/#{docket.number}/enter", { "_csrf" => token }, header_host)
    expect(last_response["location"]).to match(%r{/visit/[A-Za-z0-9_-]{22}\z})
    open_page(URI(last_response["location"]).path)
    expect(party(docket, "B").proofs.map { |proof| proof[:method] }).to eq(["account"])
  end

  it "let nobody enter the signing room in somebody else's name" do
    docket = sent_docket
    sign(docket, "A")
    open_page("/dockets/#{docket.number}")
    expect(page.css("form[action='/dockets/#{docket.number}/enter']")).to be_empty
    expect do
      JustSeal::Operations::EnterByAccount.call(staff(:maren), number: docket.number)
    end.to raise_error(JustSeal::Errors::Missing)
  end

  it "show a docket's parties, history and chain" do
    docket = shared_docket
    open_page("/dockets/#{docket.number}")
    expect(text).to include(
      "Sealed on",
      "level 1 reached",
      "personal link",
      "chain holds",
      "sealed the document",
      "agreed to sign electronically"
    )
    expect(page.css("svg.dial.sealed a").map { |link| link["href"] }).to eq(%w[#party-A #party-B])
    expect(page.css("svg.course circle.done").size).to be >= 2
    expect(page.css("ol.history li").size).to eq(JustSeal::Store::Ledger.rows(docket.number).size)
  end

  it "lead on from what their addresses were before" do
    docket = ready_draft
    { "who" => "parties", "where" => "fields" }.each do |before, step|
      get("/dockets/#{docket.number}/#{before}", {}, header_host)
      expect([last_response.status, last_response["location"]]).to match([301, end_with("#{docket.number}/#{step}")])
    end
    get("/dockets/RH-0-0/who", {}, header_host)
    expect(last_response.status).to eq(404)
  end

  it "say so when the chain does not hold" do
    docket = sent_docket
    allow(JustSeal::Store::Ledger).to receive(:whole).and_wrap_original do |whole, number|
      whole.call(number).tap { |rows, _| rows.each { |row| row[0] = row[0].sub('"staff"', '"stuff"') } }
    end
    open_page("/dockets/#{docket.number}")
    broken = t("dockets.margin.chain_broken", seq: 1)
    expect(text).to include(broken, "The chain does not hold", "entry 1, hash differs")
  end

  it "show a record with its particulars, versions and dockets" do
    record = document(shared_docket).record
    open_page("/records/#{record.number}")
    expect(text).to include(
      "MV Sanderling",
      t("records.content.docket_number"),
      t("in_document.certificate.title"),
      "Captured",
      I18n.t("records.margin.locked_means")
    )
    expect(page.css("button").map(&:text)).not_to include(t("records.actions.prepare"))
    get("/records/#{record.number}/versions/2/file", {}, header_host)
    expect(last_response["content-disposition"]).to include("attachment", "sealed.pdf")
    expect(Digest::SHA256.hexdigest(last_response.body)).to eq(record.versions_dataset.first(number: 2).sha256)
  end

  it "take a record for revision, bring it back, and show what changed" do
    record = capture(bytes: pdf("Dues 18,400", "Signatures"))
    open_page("/records/#{record.number}")
    post("/records/#{record.number}/take", { "_csrf" => page.at("form[action$='/take'] input")["value"] }, header_host)
    open_page("/records/#{record.number}")
    expect(text).to include("for revision by Maren Test", "Bring it back as version 2")
    token = page.at("form[action$='/bring-back'] input")["value"]
    post("/records/#{record.number}/bring-back", { "_csrf" => token, "why" => "Dues corrected" }, header_host)
    expect(last_response).to have_attributes(status: 422, body: include("Dues corrected", "Choose a PDF, DOCX or ODT"))
    file = Rack::Test::UploadedFile.new(
      StringIO.new(pdf("Dues 18,900", "Signatures")),
      "application/pdf",
      true,
      original_filename: "r.pdf"
    )
    post(
      "/records/#{record.number}/bring-back",
      { "_csrf" => page.at("form[action$='/bring-back'] input")["value"], "why" => "Dues corrected", "file" => file },
      header_host
    )
    expect(last_response.status).to eq(302)
    open_page("/records/#{record.number}/difference?from=1&to=2")
    expect(text).to include("1 of 2 changed")
    expect(page.css(".difference .gone").map(&:text).join).to include("Dues 18,400")
    expect(page.css(".difference .new").map(&:text).join).to include("Dues 18,900")
  end

  it "say where the same bytes are held" do
    bytes = pdf("Twins #{rand}")
    first = capture(bytes: bytes, title: "The first of two")
    open_page("/records/#{capture(bytes: bytes).number}")
    expect(text).to include("The same bytes are held as #{first.number}, version 1: “The first of two”")
  end

  it "enter who downloaded a sealed document" do
    docket = shared_docket
    get("/records/#{document(docket).record.number}/versions/2/file", {}, header_host)
    expect(kinds(docket).last).to eq("document.downloaded")
  end

  it "do not serve a damaged document, but report it" do
    record = capture
    allow(File).to receive(:binread).and_call_original
    allow(File).to receive(:binread).with(a_string_ending_with(record.versions.first.sha256)).and_return("other bytes")
    get("/records/#{record.number}/versions/1/file", {}, header_host)
    expect(last_response).to have_attributes(status: 500)
    expect(last_response.body).to include("have changed on disk").and(satisfy { |body| !body.include?("other bytes") })
  end

  it "list records by class, case file, words and what is to be sent" do
    fresh = capture(title: "Unheard-of title 77%")
    {
      "?class=MB" => true,
      "?case=BL-1" => true,
      "?find=heard-of" => true,
      "?find=#{fresh.number.downcase}" => true,
      "?show=to-be-sent" => true,
      "?class=XX" => false,
      "?find=77_" => false,
      "?find=#{URI.encode_www_form_component("'; --")}" => false
    }.each do |query, there|
      open_page("/records#{query}")
      expect(text.include?(fresh.number)).to be(there), query
    end
  end

  it "save a list as CSV, with the particulars of its class, so that no spreadsheet runs it" do
    record = capture(title: "=cmd()", particulars: { "vessel" => "+MV Knot", "yearly_dues" => "-12.50" })
    get("/records/list.csv?class=MB", {}, header_host)
    expect(last_response["content-type"]).to include("text/csv")
    rows = CSV.parse(last_response.body, headers: true)
    expect(rows.headers).to eq(
      [
        "Number",
        "Class",
        t("case_files.show.case_file"),
        "Title",
        "State",
        t("record_csv.heads.captured"),
        "Vessel",
        "Yearly dues",
        "Valid from"
      ]
    )
    row = rows.find { |one| one["Number"] == record.number }
    expect(row.to_h).to include(
      "Title" => "'=cmd()",
      "Vessel" => "'+MV Knot",
      "Yearly dues" => "-12.5",
      "State" => I18n.t("record_csv.states.to_be_sent"),
      t("case_files.show.case_file") => "Berth licences"
    )
    get("/records/list.csv?class=MB&find=#{record.number}", {}, header_host)
    expect(CSV.parse(last_response.body).size).to eq(2)
    record.record_class.update(needs_signature: false)
    get("/records/list.csv?class=MB&find=#{record.number}", {}, header_host)
    states = CSV.parse(last_response.body, headers: true).map { |one| one["State"] }
    expect(states).to eq([I18n.t("record_csv.states.held")]), "nothing is to be sent of a class without signatures"
  ensure
    record&.record_class&.update(needs_signature: true)
  end

  it "lead from the find box to the very thing" do
    docket = sent_docket
    record = document(docket).record
    {
      docket.number => "/dockets/#{docket.number}",
      record.number.downcase => "/records/#{record.number}",
      "berth" => "/records?find=berth"
    }.each do |words, path|
      get("/find", { "find" => words }, header_host)
      expect(last_response["location"]).to end_with(path)
    end
  end

  it "list dockets by state" do
    docket = sent_docket
    open_page("/dockets?state=out")
    expect(text).to include(docket.number)
    open_page("/dockets?state=sealed")
    expect(text).not_to include(docket.number)
  end

  it "take one step at a time in a fixed number of queries" do
    bytes = pdf("More than a page of them")
    41.times { |index| capture(title: "Page #{index}", bytes: bytes) } # or the next page would be asked for later
    3.times { sent_docket }
    queries = 0
    counter = Object.new
    # A connection that is new prepares what it is asked first.
    counter.define_singleton_method(:info) { |said| queries += 1 unless said.include?("PREPARE") }
    %i[debug warn error].each { |level| counter.define_singleton_method(level) { |_| nil } }
    JustSeal::Store.db.loggers << counter
    2.times do
      queries = 0
      open_page("/records") # once before, so that a session that is written once a minute is
    end
    first = queries
    2.times { sent_docket }
    2.times do
      queries = 0
      open_page("/records")
    end
    expect(queries).to be_between(first - 1, first)
  ensure
    JustSeal::Store.db.loggers.delete(counter)
  end

  it "tell what will happen before sending, and refuse to send what is not ready" do
    draft = ready_draft
    open_page("/dockets/#{draft.number}/check")
    expect(text).to include(
      "At once, Ines Halloran of Sanderling gets an e-mail at",
      "When everybody of turn 1 is done, Joss Test",
      "the docket lapses and everybody is told"
    )
    expect(page.at("form[action$='/send'] button")["disabled"]).to be_nil
    party(draft, "A").update(email: "nowhere")
    open_page("/dockets/#{draft.number}/check")
    expect(text).to include(t("readiness.address_wrong", party: "A"))
    expect(page.at("form[action$='/send'] button")["disabled"]).not_to be_nil
    post("/dockets/#{draft.number}/send", { "_csrf" => page.at("form[action$='/send'] input")["value"] }, header_host)
    expect(last_response.status).to eq(422)
  end

  it "keep what was typed when somebody else saved meanwhile" do
    draft = ready_draft
    open_page("/dockets/#{draft.number}/parties")
    form = page.css("form[action$='/parties'] [name]").to_h { |field| [field["name"], field["value"] || field.text] }
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      fields: usual_fields
    )
    post(
      "/dockets/#{draft.number}/parties",
      form.merge("title" => "Typed for long", "parties[B][account]" => account(:joss).id.to_s),
      header_host
    )
    expect(last_response.status).to eq(409)
    expect(text).to include(t("errors.docket_saved_meanwhile", number: draft.number))
    expect(page.at("input[name=title]")["value"]).to eq("Typed for long")
  end

  it "refuse a deadline that does not exist, with words" do
    draft = ready_draft
    open_page("/dockets/#{draft.number}/parties")
    post(
      "/dockets/#{draft.number}/parties",
      {
        "_csrf" => page.at("form[action$='/parties'] input")["value"],
        "edits" => draft.edits.to_s,
        "title" => "T",
        "deadline" => "2027-02-31"
      },
      header_host
    )
    expect(last_response.status).to eq(422)
    expect(text).to include(t("errors.not_a_date_here"))
  end

  it "answer a check by anybody, for every verdict" do
    sealed = office.blobs.get(
      JustSeal::Store::Version.first(
        record_id: document(shared_docket).record_id,
        kind: "sealed"
      ).sha256
    )
    clear_cookies
    {
      sealed => t("check.report.headings.intact"),
      "#{sealed}x" => "This is not the document that was sealed",
      pdf => t("check.report.headings.untrusted"),
      "hello" => I18n.t("check.report.headings.unreadable")
    }.each do |bytes, heading|
      get("/check", {}, header_host)
      file = Rack::Test::UploadedFile.new(
        StringIO.new(bytes),
        "application/pdf",
        true,
        original_filename: "<b>copy</b>.pdf"
      )
      post(
        "/check",
        { "_csrf" => page.at("form[action='/check'] input[name=_csrf]")["value"], "file" => file },
        header_host
      )
      expect(page.at("h1").text).to eq(heading)
      expect(last_response.body).not_to include("<b>copy")
    end
  end

  it "ask for a file when none was chosen" do
    get("/check", {}, header_host)
    post("/check", { "_csrf" => page.at("form[action='/check'] input[name=_csrf]")["value"] }, header_host)
    expect(last_response.status).to eq(422)
    expect(text).to include(t("check.no_file"))
  end
end
