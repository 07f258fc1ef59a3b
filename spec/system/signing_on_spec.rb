# frozen_string_literal: true

RSpec.describe "Signing on elsewhere" do
  include Providers

  before { JustSeal::Store.db[:account_active_session_keys].delete }

  after do
    stop_servers
    neutral_sign_on
    neutral_rulebook
  end

  def sessions_of(name) = JustSeal::Store.db[:account_active_session_keys].where(account_id: account(name).id).all

  def use_standin = use_sign_on(open_id_sign_on(office.settings.sign_on_url, office.settings.sign_on_secret))

  # On the page of the stand-in.
  def sign_on_as(address, name, groups = "")
    fill_in "E-mail address", with: address
    fill_in "Name", with: name
    fill_in "Groups", with: groups
    click_button "Continue"
  end

  # Opens the room for party A on this device.
  def lend(docket)
    visit "/dockets/#{docket.number}"
    click_button t("dockets.party_menu.in_person")
    select t("document_kinds.passport"), from: "Document"
    fill_in t("dockets.seen_dialog.issuer"), with: "Kestrel Coast"
    fill_in t("dockets.seen_dialog.last"), with: "77K4"
    fill_in t("dockets.seen_dialog.expires"), with: (Date.today + 400).iso8601
    click_button t("dockets.seen_dialog.open")
    expect(page).to have_css(".consent-text")
  end

  def come
    visit "/login"
    click_link t("sign_in.login.sign_on", provider: office.settings.sign_on_name)
  end

  it "goes by a provider of other makers, counts as the rulebook says, and ends on both sides" do
    rulebook_for_sign_on("amr", "otp")
    sign_on_at_peer(algorithm: "ES384")
    as("joss at the peer") do
      visit "/dockets"
      click_link t("sign_in.login.sign_on", provider: office.settings.sign_on_name)
      expect(page).to have_current_path("/dockets")
      expect(entries_of("staff").last(2).map { |entry| entry["kind"] }).to eq(
        %w[account.bound_elsewhere sign_in.done]
      )
      expect(entries_of("staff").last["facts"]).to include("factors" => 2, "by" => "sign_on")

      docket = sent_docket(same_turn: true)
      visit "/dockets/#{docket.number}"
      click_button t("enter.sign")
      expect(page).to have_current_path(%r{\A/visit/})
      proof = JustSeal::Store::Proof.order(:id).last
      expect(proof.facts.to_h).to include("factors" => 2, "amr" => %w[pwd otp], "acr" => "urn:peer:two")
      expect(JustSeal::Store::Visit.order(:id).last.level_reached).to eq(2)

      visit "/"
      click_button t("layouts.staff.sign_out")
      click_button "Yes, sign me out"
      expect(page).to have_current_path("/login")
      expect(sessions_of(:joss)).to be_empty
    end
  end

  it "ends here when somebody signs out there, of all places where they had signed on" do
    neutral_rulebook
    sign_on_at_peer(email_verified: true)
    two = ["joss at one", "joss at another"]
    two.each do |browser|
      as(browser) do
        come
        expect(page).to have_css("h1", text: t("places.desk"))
      end
    end
    expect(sessions_of(:joss).size).to eq(2)
    as(two.first) do
      visit "#{@peer}/session/end"
      click_button "Yes, sign me out"
      expect(page).to have_text("Sign-out Success")
    end
    expect(sessions_of(:joss).size).to eq(1)
    expect(entries_of("staff").last).to include("kind" => "account.signed_out_elsewhere")
    as(two.first) do
      visit "/dockets"
      expect(page).to have_current_path("/login")
    end
  end

  it "goes by a provider of SAML, counts as the rulebook says, and ends on both sides" do
    rulebook_for_sign_on("acr", "urn:peer:two")
    prepare_server
    as("joss by SAML") do
      visit "/check"
      sign_on_at_saml_peer
      visit "/dockets"
      click_link t("sign_in.login.sign_on", provider: office.settings.sign_on_name)
      expect(page).to have_current_path("/dockets")
      expect(entries_of("staff").last["facts"]).to include("factors" => 2, "by" => "sign_on")
      visit "/"
      click_button t("layouts.staff.sign_out")
      expect(page).to have_current_path("/login")
      expect(sessions_of(:joss)).to be_empty

      come
      expect(page).to have_css("h1", text: t("places.desk"))
      visit "#{@peer}/out"
      expect(page).to have_text("Signed out of everything")
      expect(sessions_of(:joss)).to be_empty
      expect(entries_of("staff").last).to include("kind" => "account.signed_out_elsewhere")
    end
  end

  it "takes a stand-in, with a second step here where one factor was shown there" do
    use_standin
    sign_on_policy(makes_accounts: true, places: [%w[pilots sender Specs]])
    address = "pilot-#{SecureRandom.hex(4)}@ravensholm.example"
    as("a pilot") do
      come
      click_button "Refuse"
      expect(page).to have_css("[role=alert]", text: t("errors.sign_on_refused"))
      come
      sign_on_as(address, "Wren Pilot", "harbour")
      expect(page).to have_css("[role=alert]", text: "Wren Pilot has no account here (#{address})")
      come
      sign_on_as(address, "Wren Pilot", "harbour pilots")
      expect(page).to have_css("h1", text: t("places.desk"))
      visit "/account"
      expect(page).to have_text("Wren Pilot")

      visit "#{office.settings.sign_on_url}/people"
      within(all("form", text: address).last) { click_button "Sign out" }
      pilot = JustSeal::Store::Account.first(email: address)
      comes_about { JustSeal::Store.db[:account_active_session_keys].where(account_id: pilot.id).empty? }
      visit "/dockets"
      expect(page).to have_current_path("/login")
    end
  end

  it "is the only way in where passwords are closed, but for auditors from outside" do
    use_standin
    expect { sign_on_policy(signed_on: false, passwords: false) }
      .to raise_reason(JustSeal::Errors::Invalid, :sign_on_untried)
    sign_on_policy(passwords: false)
    as("maren by a password") do
      visit "/login"
      find("summary", text: t("sign_in.login.from_outside")).click
      fill_in t("sign_in.password.email"), with: "maren@ravensholm.example"
      fill_in t("sign_in.password.password"), with: TestOffice::PASSWORD
      click_button t("sign_in.password.sign_in")
      expect(page).to have_css("[role=status]", text: t("sign_in.login.passwords_closed"))
      visit "/dockets"
      expect(page).to have_current_path("/login")
    end
    expect(sessions_of(:maren)).to be_empty
  end

  it "takes a device back by signing on anew, by nobody else" do
    use_standin
    docket = sent_docket
    as("in person") do
      come
      sign_on_as("maren@ravensholm.example", "Maren Test")
      expect(page).to have_css("h1", text: t("places.desk"))
      lend(docket)
      visit "/records"
      click_link t("room.give_back.sign_on")
      sign_on_as("joss@ravensholm.example", "Joss Test")
      expect(page).to have_css("[role=alert], .problem", text: "belongs to somebody else")
      visit "/records"
      expect(page).to have_css("h1", text: t("room.give_back.heading", name: "Maren Test"))
      click_link t("room.give_back.sign_on")
      sign_on_as("maren@ravensholm.example", "Maren Test")
      expect(page).to have_css("h1", text: docket.title)
    end
  end
end
