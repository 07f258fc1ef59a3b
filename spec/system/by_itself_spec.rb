# frozen_string_literal: true

require "net/http"

# What no hand of ours does: a program brings a record, and it comes back signed, named and filed.
RSpec.describe "From one program to another, by a standing instruction" do
  include Instructed
  include WebServers

  before do
    prepare_server
    office.callbacks = JustSeal::Ports::Callback.new(reach: JustSeal::Ports::Reach.new(["127.0.0.0/8"]))
    @port = free_port
    receiver = File.expand_path("../support/peers/receiver.mjs", __dir__)
    start_server("node", receiver, @port.to_s, port: @port, log: File.join(office.settings.var, "receiver.log"))
  end

  after do
    stop_instructions
    JustSeal::Store::Webhook.where(ended_at: nil).update(ended_at: Time.now)
    stop_servers
  end

  # The docket template of licences, with Maren's approval before both.
  def template_with_approver
    kept = licence_template.definition
    roles = kept["roles"].map { |role| role.merge("turn" => role["turn"] + 1) }
    approver = roles.last.merge("letter" => "C", "turn" => 1, "act" => "approve", "source" => "sender", "ref" => "")
    definition = kept.merge("title" => "Dear licence", "roles" => [*roles, approver.merge("title" => "Approver")])
    ops::SaveDocketTemplate.call(staff(:maren), definition: definition)
  end

  def ops = JustSeal::Operations

  def webhook(kinds)
    _, secret = ops::KeepWebhooks.new.make(
      staff(:maren),
      name: "Ledger of dues",
      url: "http://127.0.0.1:#{@port}/ok",
      kinds: kinds
    )
    Net::HTTP.start("127.0.0.1", @port) { |http| http.request_put("/secret", secret) }
  end

  def told = JSON.parse(Net::HTTP.get(URI("http://127.0.0.1:#{@port}/told"))).map { |one| one["message"] }

  # As a program asks, through the running office.
  def capture_by_program(values)
    _, token = ops::KeepTokens.new.make(staff(:maren), name: "Ship list", scopes: %w[read write], days: 1)
    uri = URI("#{page.server_url}/api/v1/records")
    request = Net::HTTP::Post.new(uri, "authorization" => "Bearer #{token}")
    form = { "title" => "Licence, MV Knot", "class" => "IN", "case_file" => "BL-1" }
    parts = form.to_a + values.map { |name, value| ["particulars[#{name}]", value] }
    parts << ["file", StringIO.new(pdf), { filename: "licence.pdf", content_type: "application/pdf" }]
    request.set_form(parts, "multipart/form-data")
    answer = Net::HTTP.start(uri.host, uri.port) { |http| http.request(request) }
    JSON.parse(answer.body).fetch("number")
  end

  it "goes to approver, outside and inside party in turn, and comes back named and filed by its values" do
    dear = template_with_approver
    made = instruction(
      steps: [
        sign_step(template: dear.code, when: "yearly_dues >= 50000"),
        sign_step(otherwise: true),
        { "kind" => "rename", "title" => "Licence {{vessel}}, order {{typed.order}}" },
        { "kind" => "move", "place" => "Licences of {{vessel}}" },
        { "kind" => "call", "message" => "{{typed.order}}" }
      ]
    )
    webhook(%w[docket.sealed instruction.called])
    number = capture_by_program(
      "vessel" => "MV Knot", "yearly_dues" => "60000", "skipper" => "Ines Vale", "skipper_mail" => "ines@vale.example"
    )
    work_jobs
    run = runs(made).last
    docket = run.docket

    sign_in :maren # who approves
    visit "/"
    click_link docket.title, match: :first
    expect(page).to have_text(I18n.t("dockets.margin.by_instruction"))
    approve_as_staff(docket)
    work_jobs
    fill_and_sign(docket)
    ops_sign_as_joss(docket)
    expect(run.refresh.state).to eq("done")

    visit "/records/#{number}"
    expect(page).to have_css("h1", text: "Licence MV Knot, order 4711")
    expect(page).to have_text("Licences of MV Knot")
    expect(page).to have_text("4711")
    record = JustSeal::Store::Record.first(number: number)
    expect(record.particulars["order"]).to eq("4711")
    expect(told.map { |one| one["type"] }).to eq(%w[docket.sealed instruction.called])
    expect(told.last["data"]).to include("record" => number, "message" => "4711")
    actors = entries_of(number).map { |one| one["actor"] }
    expect(actors.filter_map { |one| one["program"] }.uniq).to eq(["Ship list"])
    expect(actors.filter_map { |one| one["run"] }.uniq).to eq([run.number])
  end

  def approve_as_staff(docket)
    visitor, = enter_room(docket, "C")
    sha256 = ops::ViewDocument.call(visitor).last
    ops::ActOnDocket.call(visitor, seen: { 1 => sha256 })
  end

  # The skipper comes in by the browser, types the order and signs.
  def fill_and_sign(docket)
    visitor, = enter_room(docket, "A")
    ops::SaveTyped.call(visitor, typed: { "order" => "4711" })
    sign(docket, "A", visitor: visitor, mark: { "typed" => "Ines Vale" })
  end

  def ops_sign_as_joss(docket) = sign(docket, "B", mark: { "typed" => "Joss Test" })

  def case_file(title) = ops::SaveCaseFile.call(staff(:maren), given: { "title" => "#{title} #{SecureRandom.hex(3)}" })

  # A repository of others is this office too, as far as CMIS goes; what is taken lies in a case file of its own.
  def connected(names: %w[vessel yearly_dues skipper skipper_mail order])
    start_office(port = free_port, JUST_SEAL_ADDRESS: "http://127.0.0.1:#{port}")
    place = case_file("Taken")
    _, token = ops::KeepTokens.new.make(staff(:maren), name: "Archive", scopes: %w[read write], days: 1)
    ops::KeepRepository.call(
      staff(:maren),
      given: {
        "name" => "Town archive #{SecureRandom.hex(3)}",
        "url" => "http://127.0.0.1:#{port}/cmis",
        "user_name" => "office",
        "password" => token,
        "mapping" => names.to_h { |name| [name, "js:#{name}"] },
        "state_property" => "js:order",
        "link" => ""
      },
      checks_out: true,
      record_class: instructed_class,
      case_file: place
    )
  end

  # Goes on in the list of what lies there until +selector+ with +text+ is in it.
  def leaf_to(selector, text)
    expect(page).to have_css("table.list")
    until page.has_css?(selector, text: text, wait: 0)
      before = page.current_url
      click_link t("repositories.browse.more")
      expect(page).to have_no_current_path(before, url: true)
    end
    find(selector, text: text)
  end

  # Into the folder +there+ of +repository+.
  def browse(repository, there)
    visit "/records/capture"
    click_link repository.name
    leaf_to("a", there.title).click
    expect(page).to have_css("p.lead", text: there.title)
  end

  it "shows all that lies in a repository, however much, and asks for what a document lacks where it lies" do
    there = case_file("Far away")
    %w[Near Middle Last].each { |name| licence("vessel" => "MV #{name}", case_file: there) }
    repository = connected(names: [])
    sign_in :maren
    browse(repository, there)
    stub_const("JustSeal::Ports::CmisClient::PAGE", 1)
    page.refresh
    leaf_to("tr", "MV Last")
    expect(page).to have_no_link(t("repositories.browse.more"))
    expect(axe_findings).to eq([])
    click_link t("repositories.browse.first")
    expect(page).to have_link(t("repositories.browse.more"))
    row = leaf_to("tr", "MV Middle")
    within(row) { click_button t("repositories.browse.take") }
    within("tr", text: "MV Middle") do
      fill_in "Vessel", with: "MV Middle"
      click_button t("repositories.browse.take")
    end
    taken = { repository: repository.name, version: "1", name: account(:maren).name }
    expect(page).to have_text(t("repositories.of_record.taken", **taken))
    expect(JustSeal::Store::Record.order(:id).last.particulars["vessel"]).to eq("MV Middle")
    work_jobs # while the repository is there
  ensure
    repository&.update(ended_at: Time.now)
  end

  it "does the same for a document of a connected repository, and brings it back there" do
    instructed_class
    there = case_file("Far away")
    away = licence("vessel" => "MV Far", "yearly_dues" => "60000", case_file: there)
    made = instruction(steps: [sign_step, { "kind" => "rename", "title" => "Licence {{vessel}}, {{typed.order}}" }])
    repository = connected
    sign_in :maren
    browse(repository, there)
    expect(axe_findings).to eq([])
    within(find("tr", text: away.title)) { click_button t("repositories.browse.take") }
    expect(page).to have_text(repository.name)
    number = page.current_path.split("/").last
    work_jobs
    docket = runs(made).last.docket
    expect(away.refresh.particulars["order"]).to eq("out")
    fill_and_sign(docket)
    ops_sign_as_joss(docket)
    expect(away.refresh.particulars["order"]).to eq("sealed")
    expect(away.versions.first.sha256).to eq(document(docket).sealed_sha256)
    visit "/records/#{number}"
    expect(page).to have_css("h1", text: "Licence MV Far, 4711")
    expect(page).to have_text(t("repositories.of_record.returned"))
    expect(axe_findings).to eq([])
  ensure
    repository&.update(ended_at: Time.now)
  end
end
