# frozen_string_literal: true

RSpec.describe "What programs ask of instructions, circulations and evidence" do
  include Described
  include Instructed

  let(:by) { token }

  after { stop_instructions }

  it "begin a standing instruction with what it asks for, once, and follow its run" do
    made = instruction(
      on: "called",
      asks: %w[berth],
      steps: [{ "kind" => "rename", "title" => "{{vessel}} at {{call.berth}}" }]
    )
    record = licence
    listed = ask("get", "/instructions", by: by)["items"].find { |one| one["number"] == made.number }
    expect(listed).to include("begins" => "called", "state" => "in_force")
    expect(ask("get", "/instructions/#{made.number}", by: by)["definition"]["asks"]).to eq(["berth"])
    wrong = { "record" => record.number, "values" => {} }
    expect(ask("post", "/instructions/#{made.number}/runs", by: by, json: wrong)["errors"].first["detail"])
      .to include("berth")
    said = { "record" => record.number, "values" => { "berth" => "Berth 9" } }
    key = { "HTTP_IDEMPOTENCY_KEY" => "call-1" }
    2.times { ask("post", "/instructions/#{made.number}/runs", by: by, json: said, headers: key) }
    work_jobs
    run = ask("get", "/instructions/#{made.number}/runs", by: by)["items"]
    expect(run.map { |one| one["state"] }).to eq(["done"])
    expect(record.refresh.title).to eq("MV Knot at Berth 9")
    expect(ask("get", "/runs/#{run.first["number"]}", by: by)["course"].first).to include("kind" => "rename")
    expect(entries_of(run.first["number"]).first["actor"]).to include("program" => "Ship list")
    ask("post", "/instructions/#{made.number}/runs", by: by, json: said.merge("record" => "MB-1"), headers: key)
    expect(
      [
        last_response.status,
        JSON.parse(last_response.body)["detail"]
      ]
    ).to eq([422, I18n.t("errors.key_of_another")])
  end

  it "try a run again, and end it" do
    made = instruction(steps: [{ "kind" => "write", "values" => { "valid_to" => "{{order}}" } }])
    licence("order" => "no date")
    work_jobs
    run = runs(made).first
    told = ask("get", "/runs/#{run.number}", by: by)
    expect(told.values_at("state", "problem").last).to include("Valid to")
    expect(ask("post", "/runs/#{run.number}/retry", by: by)["state"]).to eq("running")
    work_jobs
    expect(ask("post", "/runs/#{run.number}/end", by: by)["state"]).to eq("ended")
    ask("get", "/runs/#{run.number}", by: token(:joss))
    expect(last_response.status).to eq(404)
  end

  it "prepare a docket of a template, for a record and with what it asks" do
    record = licence
    people = { "A" => { "name" => "Ines Vale", "email" => "ines@vale.example" } }
    said = { "template" => licence_template.code, "record" => record.number, "people" => people }
    draft = ask("post", "/dockets", by: by, json: said)
    expect(draft["parties"].map { |one| one["name"] }).to eq(["Ines Vale", "Joss Test"])
    ask("post", "/dockets", by: by, json: said.merge("template" => "DT-999"))
    expect(JSON.parse(last_response.body)["errors"].first["place"]).to eq("template")
  end

  it "bring a file for a person to go on with, at an address of ours" do
    file = Rack::Test::UploadedFile.new(StringIO.new(pdf), "application/pdf", original_filename: "letter.pdf")
    form = { "file" => file, "class" => "MB", "title" => "From a letter", "particulars" => { "vessel" => "MV Word" } }
    told = ask("post", "/intakes", by: by, form: form)
    expect(told["address"]).to eq("#{office.settings.address}/records/capture/#{told["id"]}")
    work_jobs
    sign_in :maren
    open_page("/records/capture/#{told["id"]}")
    expect(page.css("input").map { |field| field["value"] }).to include("From a letter", "MV Word")
  end

  it "circulate a record" do
    record = capture
    said = { "record" => record.number, "people" => ["Bryn Tallis <bryn@gang.example>"], "due_days" => 5 }
    draft = ask("post", "/circulations", by: by, json: said)
    expect([last_response.status, draft["state"], draft["people"]]).to eq([201, "draft", { "waiting" => 1 }])
    started = ask("post", "/circulations/#{draft["number"]}/start", by: by)
    expect(started["started_at"]).to be_truthy
    work_jobs
    expect(ask("get", "/circulations/#{draft["number"]}", by: by)["people"]).to eq("invited" => 1)
    expect(ask("get", "/circulations", by: by)["items"].map { |one| one["number"] }).to include(draft["number"])
    ask("post", "/circulations", by: by, json: said.merge("act" => "wave"), described: false)
    expect(last_response.status).to eq(422)
  end

  it "read chains and proofs, and have files checked" do
    docket = shared_docket
    told = ask("get", "/dockets/#{docket.number}/entries", by: by)
    expect(told["holds"]).to be(true)
    JustSeal::Operations::TakeCheckpoint.call
    proof = ask("get", "/dockets/#{docket.number}/entries/1/proof", by: by)
    expect(proof["hash"]).to eq(told["items"].first["hash"])
    bytes = office.blobs.get(document(docket).sealed_sha256)
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/pdf", original_filename: "sealed.pdf")
    expect(ask("post", "/check", by: by, form: { "file" => file })["verdict"]).to eq("intact")
  end

  it "read inquiries, where the account may" do
    auditor = token(:rosalind, scopes: %w[read])
    opened = JustSeal::Operations::SaveInquiry.new.open(
      staff(:rosalind),
      {
        "question" => "Who signed?",
        "asked_by" => "The board",
        "mandate" => "Its rules",
        "worker_id" => account(:rosalind).id.to_s,
        "due_on" => (Date.today + 5).iso8601,
        "from" => (Date.today - 5).iso8601,
        "until" => Date.today.iso8601
      }
    )
    expect(ask("get", "/inquiries", by: auditor)["items"].map { |one| one["number"] }).to include(opened.number)
    expect(
      ask(
        "get",
        "/inquiries/#{opened.number}",
        by: auditor
      )
    ).to include("question" => "Who signed?", "answers" => [])
    ask("get", "/inquiries", by: token(:joss))
    expect(last_response.status).to eq(403)
  end

  it "keep contacts and case files, give time, and correct a party" do
    contact = ask(
      "post",
      "/contacts",
      by: by,
      json: { "name" => "Kim Vale", "email" => "kim-#{SecureRandom.hex(3)}@vale.example" }
    )
    expect(contact).to include("name" => "Kim Vale", "kind" => "person")
    place = ask("post", "/case-files", by: by, json: { "title" => "Berths #{SecureRandom.hex(3)}" })
    expect(place["code"]).to match(/\ACF-/)
    docket = sent_docket
    later = (Date.today + 30).iso8601
    changed = ask("post", "/dockets/#{docket.number}/deadline", by: by, json: { "deadline" => later })
    expect(changed["deadline"]).to start_with(later)
    said = { "name" => "Ines Halloran", "email" => "other@sanderling.example" }
    replaced = ask("post", "/dockets/#{docket.number}/parties/A", by: by, json: said)
    expect(replaced["parties"].first["email"]).to eq("other@sanderling.example")
  end

  it "are told how much is left, and to wait" do
    ask("get", "/classes", by: by)
    expect(last_response["ratelimit"]).to match(/\A"token";r=599;t=\d+\z/)
    stub_const("JustSeal::Operations::CountRequest::LIMIT", 1)
    ask("get", "/classes", by: by)
    expect([last_response.status, JSON.parse(last_response.body)["title"]]).to eq([429, "too_many_requests"])
    expect(last_response["retry-after"].to_i).to be_between(1, 60)
  end

  it "are described for people too" do
    get("/api/v1/description", {}, header_host)
    expect(text).to include("POST /instructions/{number}/runs", "Idempotency-Key", "WholeRun")
    JustSeal::Web::ApiDescription.groups.values.flatten.each { |one| expect(text).to include(one.summary) }
  end
end
