# frozen_string_literal: true

RSpec.describe "The pages of the staff" do
  include Pages

  def newest = JustSeal::Store::Account.order(Sequel.desc(:id)).first
  def address = "w-#{SecureRandom.hex(4)}@ravensholm.example"

  it "invite somebody, who comes in by the mail, and change and end them" do
    sign_in :maren
    open_page("/rules/staff/new")
    send_form("/rules/staff", name: "", email: "nowhere", role: "sender", unit: "Specs")
    expect(last_response.status).to eq(422)
    expect(page.css(".problem").size).to eq(2)
    email = address
    send_form("/rules/staff", name: "Sigrun Vale", email: email, role: "sender", unit: "Specs", job_title: "Clerk")
    path = "/rules/staff/#{newest.id}"
    expect(last_response["location"]).to end_with(path)
    open_page(path)
    expect(text).to include("Sigrun Vale", "Allow enrolment")
    work_jobs
    link = mails(email).first.text_part.decoded[%r{/welcome/[A-Za-z0-9_-]{43}}]

    clear_cookies
    expect(open_page(link)).to eq(200)
    expect(last_response.headers["referrer-policy"]).to eq("same-origin")
    send_form(link, password: "short", again: "short")
    expect([last_response.status, text]).to match([422, include("12 to 200 characters")])
    send_form(link, password: "lanterns along the quay", again: "lanterns along the quay")
    open_page("/login")
    expect([text, page.at("#login")["value"]]).to match([include("Your password is kept"), email])
    send_form("/login", login: email, password: "lanterns along the quay")
    expect(open_page("/account")).to eq(200)
    expect(open_page(link)).to eq(404)
    mine = rack_mock_session.cookie_jar.dup

    sign_in :maren
    open_page("#{path}/edit")
    send_form(path, name: "Sigrun Vale", email: email, role: "sender", unit: "Specs", job_title: "Clerk", edits: "77")
    expect(last_response.status).to eq(409)
    open_page(path)
    send_form("#{path}/end", reason: "")
    expect(last_response.status).to eq(422)
    send_form("#{path}/end", reason: "Left the Trust")
    open_page(path)
    expect(text).to include("ended: Left the Trust", "Coming back")

    rack_mock_session.cookie_jar = mine
    open_page("/account")
    expect(last_response["location"]).to end_with("/login")
    open_page("/login")
    send_form("/login", login: email, password: "lanterns along the quay")
    expect(text).to include("The address or the password is not right")
  end

  it "find people by name, role, unit and state, page by page, with as many queries for many as for few" do
    6.times { JustSeal::Store::Account.create(name: "Finn Unde", email: address, role: "auditor", unit: "Specs") }
    sign_in :maren
    open_page("/rules/staff?find=finn+unde&role=auditor&unit=Specs")
    expect(page.css("tbody tr").size).to eq(6)
    open_page("/rules/staff?find=finn&role=sender")
    expect(text).to include("Nobody fits.")
    list = JustSeal::Queries::StaffList.page({ "find" => "finn unde" }, size: 4)
    rest = JustSeal::Queries::StaffList.page({ "find" => "finn unde" }, after: list.next_key, size: 4)
    expect([list.rows.size, rest.rows.size, (list.rows + rest.rows).uniq.size, rest.next_key]).to eq([4, 2, 6, nil])
  end

  it "show what a file would change, and do it when they are told to" do
    sign_in :maren
    open_page("/rules/staff/import")
    email = address
    file = "email,name,role,unit\n#{email},Aud Vale,sender,Specs\n"
    send_form(
      "/rules/staff/import",
      file: Rack::Test::UploadedFile.new(StringIO.new(file), "text/csv", original_filename: "s.csv")
    )
    expect(text).to include("1 person would be invited", "invited as Sender, Specs")
    fields = %w[mark text].to_h do |name|
      [
        name,
        page.at("form [name=#{name}]").then do |one|
          one["value"] || one.text
        end
      ]
    end
    send_form("/rules/staff/import/now", **fields.transform_keys(&:to_sym))
    expect(newest.email).to eq(email)
    open_page("/rules/staff/all.csv")
    expect(last_response.body).to include(email)
    open_page("/rules/staff/import")
    send_form(
      "/rules/staff/import",
      file: Rack::Test::UploadedFile.new(StringIO.new("x"), "text/csv", original_filename: "s")
    )
    expect([last_response.status, text]).to match([422, include("The head line lacks")])
  end

  it "show units as a tree, and change them" do
    sign_in :maren
    open_page("/rules/units")
    name = "Pilots #{SecureRandom.hex(2)}"
    send_form("/rules/units", name: name, above: "Specs", head: account(:joss).id.to_s)
    open_page("/rules/units?name=#{URI.encode_www_form_component(name)}")
    expect(page.at("#f-above option[selected]")["value"]).to eq("Specs")
    send_form("/rules/units/end", name: name)
    open_page("/rules/units")
    expect(text).not_to include(name)
  end

  it "say what the office is called, and refuse what nobody could read" do
    sign_in :maren
    open_page("/rules/office")
    send_form(
      "/rules/office",
      name: "X",
      number_prefix: "rh",
      zone: "Europe/Oslo",
      sender: "x",
      accent: "#ffff00",
      seen: page.at("[name=seen]")["value"]
    )
    expect(last_response.status).to eq(422)
    expect(page.css(".problem").map(&:text)).to include(/too faint/, /e-mail address/)
    sign_in :tobias
    open_page("/rules/office")
    expect(page.css("form[action='/rules/office']")).to be_empty
    expect(text).to include("Ravensholm Harbour Trust")
  end

  it "wear the office's own colour and logo, and its PNG alone" do
    before = JustSeal::Core::Offices::Profile.new(**TestOffice::PROFILE)
    JustSeal::Operations::KeepOffice.call(staff(:maren), before.with(accent: "#5b5590"))
    sign_in :maren
    open_page("/rules/office")
    sheet = page.css("link[rel=stylesheet]").map { |link| link["href"] }.last
    expect(open_page(sheet)).to eq(200)
    expect(last_response.body).to include("--accent: #5b5590;")
    expect(last_response.headers["cache-control"]).to include("immutable")
    expect(open_page("/look/ff0000.css")).to eq(404)

    open_page("/rules/office")
    file = ->(bytes) { Rack::Test::UploadedFile.new(StringIO.new(bytes), "image/png", original_filename: "logo.png") }
    send_form("/rules/office/logo", logo: file.call("GIF89a"))
    expect([last_response.status, text]).to match([422, include("Take a PNG")])
    send_form("/rules/office/logo")
    expect(last_response.status).to eq(422)
    logo = File.binread(File.join(JustSeal::ROOT, "docs", "screenshots", "room-telephone.png"))
    small = logo.dup.tap { |bytes| bytes[16, 8] = [300, 80].pack("NN") }
    send_form("/rules/office/logo", logo: file.call(small))
    open_page("/forgotten")
    path = page.at("img.house-logo")["src"]
    expect(open_page(path)).to eq(200)
    expect([last_response.headers["content-type"], last_response.body.bytesize]).to eq(["image/png", small.bytesize])
    open_page("/rules/office")
    send_form("/rules/office/logo/away")
    expect(open_page(path)).to eq(404)
  ensure
    JustSeal::Operations::KeepOffice.call(staff(:maren), before)
  end

  it "let somebody name who acts for them, who finds on the Desk what waits" do
    docket = sent_docket(same_turn: true)
    sign_in :joss
    open_page("/account")
    send_form("/account/deputies", deputy: "", first_day: "", last_day: "")
    expect(last_response.status).to eq(422)
    today = office.zone.to_local(office.now).to_date
    send_form(
      "/account/deputies",
      deputy: account(:tobias).id.to_s,
      first_day: today.iso8601,
      last_day: (today + 2).iso8601
    )
    open_page("/account")
    expect(text).to include("Tobias Test")
    sign_in :tobias
    open_page("/")
    expect(text).to include("You act for Joss Test", docket.number)
    open_page("/dockets/#{docket.number}")
    send_form("/dockets/#{docket.number}/stand-in", letter: "B")
    open_page("/dockets/#{docket.number}")
    expect(party(docket, "B").acts_for).to eq("Joss Test")
    expect(page.css("form[action$='/enter']").size).to eq(1)
    sign_in :maren
    open_page("/rules/staff/#{account(:joss).id}")
    row = JustSeal::Store::Deputy.live.first
    send_form("/rules/staff/#{account(:joss).id}/deputies/#{row.id}/end")
    expect(JustSeal::Store::Deputy.live.where(id: row.id)).to be_empty
  end

  it "are read by all of the staff, and used by administrators" do
    sign_in :tobias
    %w[/rules/staff /rules/units /rules/office].each { |path| expect(open_page(path)).to eq(200) }
    %w[/rules/staff/new /rules/staff/import /rules/staff/all.csv].each { |path| expect(open_page(path)).to eq(403) }
    expect(page.css("form[action^='/rules/staff/']")).to be_empty
  end

  it "ask for a new password without telling who has an account" do
    clear_cookies
    answers = ["maren@ravensholm.example", "nobody@elsewhere.example"].map do |email|
      open_page("/forgotten")
      send_form("/forgotten", email: email)
      [last_response.status, text]
    end
    expect(answers.uniq).to match([[200, include("If there is such an account")]])
  end
end
