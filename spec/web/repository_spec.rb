# frozen_string_literal: true

RSpec.describe "The pages of the repository" do
  include Pages

  let(:place) do
    JustSeal::Operations::SaveCaseFile.call(
      staff(:maren),
      given: { "title" => "Claims #{rand}", "access" => { "see" => { "units" => ["Elsewhere"] } } }
    )
  end

  def token(action) = page.at("form[action='#{action}'] input[name=_csrf]")["value"]

  def file(bytes, name)
    Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/octet-stream", true, original_filename: name)
  end

  before { sign_in(:maren) }

  it "make a case file, change it, close it, and keep what was typed when something is wrong" do
    open_page("/records/case-files/new")
    send_form("/records/case-files", title: "Towing <b>#{rand}", class: "MB", code: "not a code")
    expect(last_response.status).to eq(422)
    expect(last_response.body).to include("Towing &lt;b&gt;", "capital letters")
    send_form(
      "/records/case-files",
      title: "Towing #{rand}",
      class: "MB",
      particulars: { vessel: "Anvil" },
      access: { see: { units: ["", "Specs"] } },
      parties: { staff: account(:joss).id.to_s }
    )
    open_page(URI(last_response["location"]).path)
    expect(text).to include("Anvil", "Joss Test", "Specs")
    code = page.at(".margin .mono").text
    open_page("/records/case-files/#{code}/edit")
    send_form("/records/case-files/#{code}", title: "Renamed #{code}", class: "", edits: "0", then: "class")
    expect([last_response.status, JustSeal::Store::CaseFile.first(code: code).edits]).to eq([200, 0])
    send_form("/records/case-files/#{code}", title: "Renamed #{code}", class: "", edits: "0")
    open_page("/records/case-files/#{code}")
    send_form("/records/case-files/#{code}/close", closed: "yes")
    open_page("/records/case-files")
    row = page.css("tr").find { |one| one.text.include?("Renamed #{code}") }
    expect(row.text).to include(t("case_files.list.closed"))
  end

  it "hide what somebody may not see, wherever it could appear" do
    record = capture(title: "Claim of the century", case_file: place)
    docket = JustSeal::Operations::DraftDocket.call(staff(:maren), record: record)
    sign_in(:tobias)
    [
      "/records/#{record.number}",
      "/records/#{record.number}/mark",
      "/records/#{record.number}/edit",
      "/records/#{record.number}/versions/1",
      "/records/#{record.number}/versions/1/file",
      "/records/#{record.number}/difference?from=1&to=1",
      "/records/case-files/#{place.code}",
      "/dockets/#{docket.number}",
      "/dockets/#{docket.number}/mark",
      "/dockets/#{docket.number}/check"
    ].each do |path|
      expect(
        [
          path, open_page(path)
        ]
      ).to eq([path, 404])
    end
    [
      "/records",
      "/records?find=century",
      "/records?case=#{place.code}",
      "/records/case-files",
      "/dockets",
      "/",
      "/rules/classes/MB",
      "/records/list.csv?class=MB",
      "/records/capture?case=#{place.code}"
    ].each do |path|
      expect([path, open_page(path)]).to eq([path, 200])
      expect(last_response.body).not_to match(/Claim of the century|#{place.title}/), path
    end
    get("/find?find=#{record.number}", {}, header_host)
    expect(last_response["location"]).to include("/records?find=")
    expect(
      capture(bytes: office.blobs.get(record.versions.first.sha256)).then do |twin|
        open_page("/records/#{twin.number}")
      end
    ).to eq(200)
    expect(text).not_to include("Claim of the century")
    sign_in(:rosalind)
    expect(open_page("/records/#{record.number}")).to eq(200)
  end

  it "let an auditor change nothing" do
    record = capture
    open = JustSeal::Operations::OpenIntake.call(staff(:maren))
    paths = [
      "/records/#{record.number}/edit",
      "/records/#{record.number}/take",
      "/records/#{record.number}/free",
      "/records/#{record.number}/bring-back",
      "/records/#{record.number}/prepare",
      "/records/prepare",
      "/records/capture",
      "/records/capture/#{open.id}",
      "/records/capture/#{open.id}/files",
      "/records/case-files",
      "/records/case-files/BL-1",
      "/records/case-files/BL-1/close",
      "/rules/classes/MB",
      "/rules/classes/MB/templates",
      "/contacts"
    ]
    sign_in(:rosalind)
    paths.each do |path|
      token = csrf_of(path)
      post(
        path,
        {
          "_csrf" => token,
          "number" => record.number,
          "why" => "x",
          "title" => "x",
          "case" => "BL-1",
          "class" => "MB",
          "closed" => "yes",
          "name" => "x",
          "particulars" => { "vessel" => "x" },
          "file" => file(pdf, "x.pdf")
        },
        header_host
      )
      expect([path, last_response.status]).to eq([path, 403])
    end
    expect(record.refresh.edits).to eq(0)
  end

  # A token as a page of this person would carry it for +path+.
  def csrf_of(path)
    probe = JustSeal::Web::Base.instance_method(:csrf_token)
    found = nil
    allow_any_instance_of(JustSeal::Web::Desk).to(
      receive(:csrf).and_wrap_original do |kept, action|
        found ||= probe.bind_call(kept.receiver, path) and kept.call(action)
      end
    )
    open_page("/")
    found
  end

  it "correct and move a record" do
    record = capture
    open_page("/records/#{record.number}/edit")
    send_form(
      "/records/#{record.number}/edit",
      title: "Corrected",
      case: "BL-1",
      edits: "0",
      particulars: { vessel: "", valid_from: "2027-02-30" }
    )
    expect(last_response.status).to eq(422)
    expect(text).to include(I18n.t("forms.problems", count: 2))
    send_form(
      "/records/#{record.number}/edit",
      title: "Corrected",
      case: "BL-1",
      edits: "0",
      particulars: { vessel: "MV Ruff" }
    )
    open_page("/records/#{record.number}")
    expect(text).to include("Corrected", "MV Ruff", "corrected title, vessel", "captured it in BL-1")
    open_page("/records/#{record.number}/edit")
    send_form(
      "/records/#{record.number}/edit",
      title: "Late",
      case: "BL-1",
      edits: "0",
      particulars: { vessel: "MV Late" }
    )
    expect(last_response.status).to eq(409)
    expect(page.at("input[name=title]")["value"]).to eq("Late")
  end

  it "narrow a list by what the class has, keep the find, and forget it" do
    mark = "Z#{rand(10**6)}"
    capture(title: "Narrowed #{mark}", particulars: { "vessel" => "MV #{mark}", "yearly_dues" => "777.77" })
    open_page("/records?class=MB&f[vessel]=#{mark}&f[yearly_dues][from]=700&f[yearly_dues][to]=800&sort=title")
    expect(text).to include("Narrowed #{mark}", "EUR 777.77")
    expect(page.at("th[aria-sort=ascending]").text).to eq(t("records.list.record_title"))
    address = page.css("form").map { |form| form["action"] }.find { |action| action.start_with?("/records/finds?") }
    post(
      address,
      { "_csrf" => page.at("form[action='#{address}'] input[name=_csrf]")["value"], "title" => "Dear #{mark}" },
      header_host
    )
    open_page("/records")
    link = page.css(".margin a").find { |one| one.text.strip == "Dear #{mark}" }
    open_page(link["href"])
    expect(text).to include("Narrowed #{mark}")
    find = JustSeal::Store::SavedFind.first(title: "Dear #{mark}")
    send_form("/records/finds/#{find.id}/forget")
    expect(find.exists?).to be(false)
  end

  it "say what is wrong with a template, and hand it out again" do
    open_page("/rules/classes/MB")
    send_form("/rules/classes/MB/templates", title: "Open", file: file(docx("{{#if vessel}}"), "open.docx"))
    expect(last_response.status).to eq(422)
    expect(text).to include("not closed")
    bytes = docx("{{vessel}} {{nonsense}}")
    send_form("/rules/classes/MB/templates", title: "Usable", file: file(bytes, "usable.docx"))
    expect(text).to include("“Usable” is kept.", "{{nonsense}}")
    template = JustSeal::Store::DocumentTemplate.order(:id).last
    get("/rules/classes/MB/templates/#{template.id}/file", {}, header_host)
    expect(last_response.body.b).to eq(bytes.b)
    open_page("/rules/classes/MB")
    send_form("/rules/classes/MB/templates/#{template.id}/retire")
    expect(template.refresh.retired_at).not_to be_nil
  end

  it "take files without JavaScript too" do
    open_page("/records/capture?case=BL-1&class=MB")
    send_form(
      "/records/capture",
      class: "MB",
      case: "BL-1",
      files: [file(pdf("Vessel: MV Knot"), "a.pdf"), file("MZ", "b.pdf")]
    )
    work_jobs
    open_page(URI(last_response["location"]).path)
    expect(text).to include("b.pdf was not uploaded", "Capture 1 document")
    expect(page.at("input[name='particulars[vessel]']")["value"]).to eq("MV Knot")
  end
end
