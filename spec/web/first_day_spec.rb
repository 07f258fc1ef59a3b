# frozen_string_literal: true

require "rack/test"

RSpec.describe "What is told to somebody new" do
  include Pages

  def list = page.css(".first-day li").to_h { |item| [item.text.strip[/\A[^✓\n]+/].strip, item["class"] == "done"] }
  def step(name) = I18n.t("desk.first_day.steps.#{name}")

  # An account of its own, since others have done much already.
  let(:newcomer) do
    row = JustSeal::Store::Account.create(
      email: "new-#{SecureRandom.hex(4)}@ravensholm.example", name: "Nell Test", role: "sender", unit: "Specs"
    )
    hash = Argon2::Password.new(t_cost: 1, m_cost: 5).create(TestOffice::PASSWORD)
    JustSeal::Store.db[:account_password_hashes].insert(id: row.id, password_hash: hash)
    row
  end

  after { JustSeal::Store::Account.where(id: newcomer.id).update(role: "sender") }

  def come_in
    open_page("/login")
    send_form("/login", login: newcomer.email, password: TestOffice::PASSWORD)
    open_page("/")
  end

  it "ticks itself off by what was done, and stays closed" do
    come_in
    expect(list).to eq(
      step(:second_step) => false,
      step(:captured) => false,
      step(:sent) => false,
      step(:sealed) => false
    )
    JustSeal::Store::Docket.where(id: sent_docket.id).update(owner_id: newcomer.id)
    open_page("/")
    expect(list.select { |_, done| done }.keys).to eq([step(:sent)])
    send_form("/account/told", name: "first_day", back: "/")
    open_page("/")
    expect(page.css(".first-day")).to be_empty
  end

  it "differs by role, and leads to where each thing is done" do
    roles = JustSeal::Queries::FirstDay::STEPS
    expect(roles.keys).to match_array(JustSeal::Core::Rights::STAFF)
    newcomer.update(role: "administrator")
    come_in
    expect(page.css(".first-day li").size).to eq(roles["administrator"].size)
    paths = page.css(".first-day a").map { |link| link["href"] }
    expect(paths.map { |path| open_page(path) }).to all(eq(200).or(eq(302)))
  end

  it "explains a docket where it stands, once, and goes back there" do
    docket = sent_docket
    newcomer.update(role: "administrator")
    come_in
    open_page("/dockets/#{docket.number}")
    expect(page.at("aside.explained").text).to include(I18n.t("components.explained.docket.title"))
    send_form("/account/told", name: "docket", back: "/dockets/#{docket.number}")
    expect(last_response["location"]).to end_with("/dockets/#{docket.number}")
    open_page("/dockets/#{docket.number}")
    expect(page.at("aside.explained")).to be_nil
    expect(page.text).to include(I18n.t("components.explained.signs"))
    open_page("/account")
    token = page.at("form[action='/account/language'] input[name=_csrf]")["value"]
    expect(token).not_to be_nil
  end

  it "leads nowhere else, and keeps no name that is none" do
    come_in
    away = ["//elsewhere.example/", "/\t/elsewhere.example/", "/\\elsewhere.example/", "https://elsewhere.example/"]
    away.each do |back|
      open_page("/")
      send_form("/account/told", name: "levels", back: back)
      expect(last_response["location"]).to end_with("localhost/"), back
    end
    actor = staff(:maren)
    expect { JustSeal::Operations::CloseExplanation.call(actor, name: "x") }
      .to raise_reason(JustSeal::Errors::Missing, :no_such_explanation)
  end
end
