# frozen_string_literal: true

RSpec.describe "What programs change of drafts and classes" do
  include Described

  let(:by) { token }

  def tag = { "HTTP_IF_MATCH" => last_response["etag"] }
  def problem = JSON.parse(last_response.body).then { |said| [last_response.status, said["title"]] }

  def tagged(path)
    ask("get", path, by: by)
    tag
  end

  describe "of a draft" do
    let(:draft) { ready_draft }
    let(:path) { "/dockets/#{draft.number}" }

    def change(json, **more) = ask("patch", path, by: by, json: json, headers: tagged(path), **more)

    it "what they say, and leave the rest as it was" do
      people = "Bryn Tallis <bryn@gang.example>"
      options = { "password" => "crane and quay", "download" => "1" }
      JustSeal::Operations::EditDocket.call(
        staff(:maren),
        number: draft.number,
        edits: draft.edits,
        title: "Licence",
        message: "Please sign.",
        deadline: nil,
        deadline_days: 5,
        parties: draft.parties.map { |one| one.values.merge(holds: one.letter == "A" ? %w[seen] : []) },
        options: options,
        told: { lines: people, of: %w[sealed refused] }
      )
      before = draft.refresh.values
      changed = change({ "subject" => "Your berth", "options" => { "mark" => true } })
      expect(changed.values_at("title", "subject", "message")).to eq(["Licence", "Your berth", "Please sign."])
      now = draft.refresh
      expect(now.values.slice(:deadline_days, :told)).to eq(before.slice(:deadline_days, :told))
      expect(now.options.to_h).to eq(before[:options].to_h.merge("mark" => true))
      expect(now.parties.map { |one| one.holds.to_a }).to eq([%w[seen], []])
      expect(ask("get", "#{path}/fields", by: by)["items"].map { |one| one["party"] }).to eq(%w[A A A B])
    end

    it "parties and fields, each as a whole, or nothing" do
      signature = field("A")
      ines = { "name" => "Ines Vale", "email" => "ines@vale.example" }
      change({ "parties" => [ines], "fields" => [signature, signature.merge("y" => 200)], "deadline" => "2031-05-01" })
      expect(last_response.status).to eq(200)
      told = ask("get", "#{path}/fields", by: by)["items"]
      expect(told.map { |one| one.values_at("name", "party", "y", "value") })
        .to eq([["A-signature-1", "A", 300.0, nil], ["A-signature-2", "A", 200.0, nil]])
      wrong = { "title" => "Lost", "fields" => [signature.merge("party" => "C")] }
      expect(change(wrong)["errors"].first["place"]).to eq("fields")
      expect(draft.refresh.values.slice(:title, :deadline_days))
        .to eq(title: "Berth licence, MV Sanderling", deadline_days: nil)
    end

    it "from the state that was read, once, and never when it is out" do
      stale = tagged(path)
      ask("patch", path, by: by, json: { "title" => "First" }, headers: stale)
      ask("patch", path, by: by, json: { "title" => "Second" }, headers: stale)
      expect(problem).to eq([409, "docket_saved_meanwhile"])
      ask("patch", path, by: by, json: { "title" => "Third" })
      expect(problem).to eq([428, "if_match_wanted"])
      expect(draft.refresh.title).to eq("First")
      JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
      change({ "title" => "Fourth" })
      expect(problem).to eq([409, "not_a_draft"])
    end

    it "lets one of two who change it at once succeed" do
      said = { wording: { title: "At once" }, parties: nil, fields: nil }
      edits = draft.edits
      results = Array.new(2) do
        Thread.new do
          JustSeal::Operations::ChangeDraft.call(staff(:maren), number: draft.number, edits: edits, **said)
        rescue JustSeal::Errors::Conflict
          $ERROR_INFO
        end
      end.map(&:value)
      expect(results.map(&:class)).to contain_exactly(JustSeal::Store::Docket, JustSeal::Errors::Conflict)
    end
  end

  def revise(number, bytes, why: "As it is now", **headers)
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/pdf", original_filename: "licence.pdf")
    form = { "file" => file, "why" => why }
    ask("post", "/records/#{number}/versions", by: by, form: form, headers: headers.transform_keys(&:to_s))
  end

  it "brings a revised file once, and leaves the record free where that can't be" do
    record = capture
    expect(revise(record.number, "MZ program")["errors"].first["place"]).to eq("file")
    expect(revise(record.number, pdf("New"), why: "")["errors"].first["place"]).to eq("why")
    expect(record.refresh.reserved_by).to be_nil
    bytes = pdf("New")
    twice = Array.new(2) { revise(record.number, bytes, HTTP_IDEMPOTENCY_KEY: "version-1") }
    expect(twice.map { |one| one["versions"].map { |version| version["number"] }.sort }).to eq([[1, 2], [1, 2]])
    JustSeal::Operations::TakeForRevision.call(staff(:tobias), number: record.number)
    revise(record.number, pdf("Newer"))
    expect(problem).to eq([409, "reserved_by"])
    expect(record.refresh.reserved_by).to eq(account(:tobias).id)
  end

  it "puts the newest version of a record into a draft" do
    draft = ready_draft
    record = draft.documents.first.record
    post = -> { ask("post", "/dockets/#{draft.number}/newest", by: by, json: {}) }
    post.call
    expect(last_response.status).to eq(409)
    bytes = pdf("Berth licence, as it is now")
    revise(record.number, bytes)
    work_jobs
    post.call
    expect(last_response.status).to eq(200)
    expect(draft.refresh.documents.first.version.sha256).to eq(Digest::SHA256.hexdigest(bytes))
  end

  it "changes a contact from the state that was read" do
    email = "bryn-#{SecureRandom.hex(3)}@gang.example"
    made = ask("post", "/contacts", by: by, json: { "name" => "Bryn Tallis", "email" => email, "telephone" => "+47 1" })
    read = tagged("/contacts/#{made["id"]}")
    changed = ask("patch", "/contacts/#{made["id"]}", by: by, json: { "name" => "Bryn Tallis-Vale" }, headers: read)
    expect(changed).to eq(made.merge("name" => "Bryn Tallis-Vale"))
    ask("patch", "/contacts/#{made["id"]}", by: by, json: { "name" => "Late" }, headers: read)
    expect(problem).to eq([409, "changed_meanwhile"])
    ask("get", "/contacts/999999", by: by)
    expect(last_response.status).to eq(404)
  end

  it "closes a circulation, has it certified, and takes its evidence" do
    said = { "record" => capture.number, "people" => ["Bryn Tallis <bryn@gang.example>"], "due_days" => 5 }
    path = "/circulations/#{ask("post", "/circulations", by: by, json: said)["number"]}"
    ask("post", "#{path}/certify", by: by)
    expect(last_response.status).to eq(422)
    ask("post", "#{path}/start", by: by)
    work_jobs
    ask("post", "#{path}/close", by: by, json: { "reason" => "" })
    expect(last_response.status).to eq(422)
    expect(ask("post", "#{path}/close", by: by, json: { "reason" => "No longer in force" })["state"]).to eq("closed")
    work_jobs
    expect(ask("get", path, by: by)["people"]).to eq("withdrawn" => 1)
    sheet = ask("post", "#{path}/certify", by: by)
    bundle = ask("get", "#{path}/bundle", by: by)
    report = JustSeal::Core::Bundle::Check.call(bundle, roots: office.roots, at: Time.now)
    expect(report.findings).to eq([])
    certificate = JustSeal::Core::Bundle::Package.read(bundle).files.fetch("certificate.pdf")
    newest = ask("get", "/records/#{sheet["number"]}", by: by)["versions"].last
    expect(newest["sha256"]).to eq(Digest::SHA256.hexdigest(certificate))
  end

  it "hands out what a party brought, and enters who took it" do
    docket = ready_draft
    wanted = field("A", y: 500.0).merge("kind" => "attachment", "settings" => { "required" => true })
    fields = { "fields" => [field("A"), wanted, field("B", y: 120.0)] }
    read = tagged("/dockets/#{docket.number}")
    ask("patch", "/dockets/#{docket.number}", by: by, json: fields, headers: read)
    JustSeal::Operations::SendDocket.call(staff(:maren), number: docket.number)
    work_jobs
    visitor, hash = enter_room(docket, "A")
    bytes = pdf("Crew list")
    JustSeal::Operations::BringFile.call(visitor, slot: "A-attachment-1", bytes: bytes, file_name: "Crew list.pdf")
    expect(ask("get", "/dockets/#{docket.number}/files", by: by)["items"]).to eq([])
    mark = { "typed" => "Ines Halloran" }
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => hash }, mark: mark, typed: {})
    brought = ask("get", "/dockets/#{docket.number}/files", by: by)["items"].first
    expect(brought.values_at("party", "file_name", "size_bytes")).to eq(["A", "Crew list.pdf", bytes.bytesize])
    taken = ask("get", "/dockets/#{docket.number}/files/#{brought["id"]}", by: by)
    expect(Digest::SHA256.hexdigest(taken)).to eq(brought["sha256"])
    entry = entries_of(docket.number).last
    expect(entry.values_at("kind", "actor").last).to include("program" => "Ship list")
    expect(entry["kind"]).to eq("file.downloaded")
    ask("get", "/dockets/#{sent_docket.number}/files/#{brought["id"]}", by: by)
    expect(last_response.status).to eq(404)
  end

  describe "of classes" do
    let(:code) { unused_code }
    let(:said) do
      {
        "code" => code,
        "title" => "Crane permits",
        "parent" => "MB",
        "particulars" => [
          { "name" => "crane", "label" => "Crane", "type" => "text", "required" => true },
          { "name" => "size", "label" => "Size", "type" => "choice", "options" => %w[small large] },
          { "name" => "holder", "label" => "Holder", "type" => "contact" }
        ],
        "default_parties" => [{ "turn" => 1, "source" => "particular", "ref" => "holder" }],
        "paper" => { "allowed" => true, "shows" => "pages" }
      }
    end

    it "define one, and give it new versions from the one that was read" do
      made = ask("post", "/classes", by: by, json: said)
      expect([last_response.status, made["version"], made["parent"]]).to eq([201, 1, "MB"])
      read = tagged("/classes/#{code}")
      checks = [{ "left" => "crane", "operator" => "before", "right" => "nowhere" }]
      ask("patch", "/classes/#{code}", by: by, json: { "checks" => checks }, headers: read)
      expect(JSON.parse(last_response.body)["errors"].first["place"]).to eq("checks.0")
      newer = ask("patch", "/classes/#{code}", by: by, json: { "title" => "Permits of cranes" }, headers: read)
      expect(newer).to include(made.merge("title" => "Permits of cranes", "version" => 2))
      ask("patch", "/classes/#{code}", by: by, json: { "title" => "Late" }, headers: read)
      expect(problem).to eq([409, "class_changed"])
      expect(entries_of("classes").last["facts"]).to include("code" => code, "version" => 2)
    end

    it "are refused with the place of each fault" do
      odd = { "particulars" => "none", "paper" => [], "circulators" => { "roles" => ["king"] }, "parent" => "ZZZZ" }
      odd.each do |name, value|
        ask("post", "/classes", by: by, json: said.merge(name => value), described: false)
        expect(JSON.parse(last_response.body)["errors"].first["place"]).to start_with(name)
      end
      someone = [{ "turn" => 1, "source" => "staff", "ref" => "maren" }]
      ask("post", "/classes", by: by, json: said.merge("default_parties" => someone))
      expect(last_response.status).to eq(422)
      ask("post", "/classes", by: by, json: said.merge("code" => "MB"))
      expect(JSON.parse(last_response.body)["errors"].first["place"]).to eq("code")
      ask("post", "/classes", by: token(:rosalind), json: said)
      expect(last_response.status).to eq(403)
    end
  end
end
