# frozen_string_literal: true

require "net/http"
require "open3"

# One journey at each level, in a real browser, with the services that stand in for the outside.
RSpec.describe "Proving and signing, level by level" do
  def floor(level, **more)
    rulebook(
      {
        "title" => "Level #{level}",
        "kinds" => ["outside"],
        "floor" => level
      }.merge(more.transform_keys(&:to_s))
    )
  end

  after { neutral_rulebook }

  # A docket for Ines Halloran that went out; +party+: more of what is known of her.
  def sent(**party)
    draft = ready_draft
    parties = draft.parties.map do |one|
      one.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    parties.first.merge!({ telephone: "", holds: %w[civil_id card seen] }.merge(party))
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def come_in(docket)
    visit "/room/#{token_for(party(docket, "A"))}"
    nothing_for_axe
    click_button t("room.door.enter", name: "Ines Halloran")
  end

  def nothing_for_axe = expect(axe_findings).to eq([])

  def agree
    nothing_for_axe
    click_button t("room.consent.agree")
    expect(page).to have_css("[data-room][data-ready]")
  end

  # Goes from place to place, making the mark where one is wanted, until the act is all that is left.
  def do_all(label = t("room.acts.sign.button.one"))
    until page.has_button?(label, wait: 0.3)
      click_button t("room.slip.next")
      next unless page.has_css?("dialog#mark[open]", wait: 1)

      block_given? ? yield : click_button(t("room.mark_dialog.use"))
    end
    click_button label
    expect(page).to have_css("#confirm [data-result][data-ready] .pdf-page[data-drawn]")
  end

  def act(label = t("room.acts.sign.button.one")) = within("#confirm") { click_button label }
  def signed = expect(page).to have_css("h1", text: t("room.ended.have.sign"))

  def acted(docket)
    JustSeal::Store::Ledger.rows(docket.number).map do |text, _|
      JSON.parse(text)
    end.find { |entry| entry["kind"] == "party.acted" }["facts"]
  end

  # The virtual authenticator of this browser's page.
  def authenticator(verified: true)
    tab = page.driver.browser.page
    tab.command("WebAuthn.enable", enableUI: false)
    tab.command(
      "WebAuthn.addVirtualAuthenticator",
      options: {
        protocol: "ctap2",
        transport: "internal",
        hasResidentKey: true,
        hasUserVerification: true,
        isUserVerified: verified,
        automaticPresenceSimulation: true
      }
    )
  end

  def card(**values)
    JSON.parse(
      Net::HTTP.post_form(
        URI("#{office.settings.reader_url}/cards"),
        values.transform_keys(&:to_s)
      ).body
    ).fetch("id")
  end

  it "level 1: the link; the result is looked at, and nothing is lost by leaving" do
    docket = sent
    as("level 1") do
      come_in(docket)
      agree
      nothing_for_axe
      click_button t("room.slip.next") until page.has_css?("dialog#mark[open]", wait: 1)
      nothing_for_axe
      click_button t("room.mark_dialog.use")
      sleep 1.2 # what was seen is kept a moment later
      visit current_path
      expect(page).to have_css("[data-room][data-ready]")
      expect(page).to have_button(t("room.acts.sign.button.one"))
      do_all
      nothing_for_axe
      act
      signed
      nothing_for_axe
    end
    expect(acted(docket)).to include("level" => 1, "mark" => "typed")
  end

  it "level 2: a code by text message, with what is missing in plain words" do
    floor(2, prove_first: true)
    docket = sent(telephone: "0000 55 21")
    as("level 2") do
      come_in(docket)
      expect(page).to have_text(
        "Level 2 is demanded for this document, by “Level 2”; you have reached 1. Any one of these will do: the code " \
        "by " \
        "text message; or the civil identity"
      )
      nothing_for_axe
      ways = %w[text_code civil_id card].map { |way| t("methods.#{way}").sub(/^./, &:upcase) }
      expect(page.all(".way h2").map(&:text)).to eq(ways)
      within(".way", text: t("methods.text_code").capitalize) { click_button t("room.ways.code.send") }
      expect(page).to have_field(t("room.ways.code.code"))
      work_jobs
      fill_in t("room.ways.code.code"), with: "000000"
      click_button t("room.ways.code.prove")
      expect(page).to have_css("[role=alert]", text: t("errors.code_wrong"))
      fill_in t("room.ways.code.code"), with: texts_to("0000 55 21").first[/\d{6}/]
      click_button t("room.ways.code.prove")
      agree
      do_all
      act
      signed
    end
    expect(acted(docket)).to include("level" => 2, "floor" => 2)
    expect(kinds(docket)).to include("party.offered", "party.code_sent", "party.proof_failed", "party.proved")
  end

  it "level 3: the civil registry, refused once and under another name once; then a passkey that was bound under it" do
    floor(3, prove_first: true)
    first = sent
    as("level 3") do
      come_in(first)
      click_button t("room.ways.civil_id.go")
      click_button "Refuse"
      expect(page).to have_css("[role=alert]", text: t("room.prove.back_from_registry"))
      click_button t("room.ways.civil_id.go")
      fill_in "Legal name", with: "Ines Hallor"
      click_button "Confirm"
      told = "only the registry has “hallor”; only the docket has “halloran”"
      expect(page).to have_css("[role=alert]", text: told)
      click_button t("room.ways.civil_id.go")
      fill_in "Legal name", with: "HALLORAN, Inés"
      click_button "Confirm"
      expect(page).to have_css(".consent-text")
      visit "#{current_path}/prove"
      authenticator
      click_button t("room.prove.enrol_passkey")
      expect(page).to have_css(".consent-text")
      agree
      do_all
      act
      signed

      second = JustSeal::Operations::SendDocket.call(
        staff(:maren),
        number: same_person(ready_draft, first).number
      ).tap do
        work_jobs
      end
      come_in(second)
      expect(page).to have_css(".way h2", text: "Passkey")
      click_button t("room.ways.passkey.use")
      agree
      do_all
      act
      signed
      expect(acted(second)).to include("level" => 3)
    end
    bound = entries_of(first.number).find do |entry|
      entry["kind"] == "authenticator.bound"
    end
    expect(bound["facts"]).to include("kind" => "passkey", "level" => 3)
    expect(acted(first)).to include("level" => 3)
  end

  def same_person(draft, docket)
    parties = draft.parties.map do |one|
      one.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    parties.first[:email] = party(docket, "A").email
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
  end

  it "level 4: a card signs the document, and pdfsig names its certificate" do
    floor(4)
    docket = sent
    card(name: "Ines Halloran", email: party(docket, "A").email, key: "rsa")
    bad = card(name: "Revoked Holder", email: party(docket, "A").email, flaw: "revoked")
    as("level 4") do
      come_in(docket)
      agree
      click_link t("room.slip.prove_now")
      nothing_for_axe
      click_button t("room.ways.card.use")
      expect(page).to have_css("#card[open]")
      choose "Revoked Holder"
      nothing_for_axe
      fill_in t("room.card_dialog.pin"), with: "1111"
      click_button t("room.card_dialog.sign")
      expect(page).to have_text(t("scripts.card.wrong_pin.other", count: 2))
      fill_in t("room.card_dialog.pin"), with: "2468"
      click_button t("room.card_dialog.sign")
      expect(page).to have_text(t("card_faults.revoked"))
      choose_card(docket)
      click_button t("room.card_dialog.sign")
      do_all
      act
      expect(page).to have_css("#card[open]")
      expect(page.all("#card label.tick").size).to eq(1), "only the card that proved it"
      fill_in t("room.card_dialog.pin"), with: "2468"
      click_button t("room.card_dialog.sign")
      signed
    end
    work_jobs
    expect(acted(docket)).to include(
      "level" => 4,
      "floor" => 4,
      "card" => "CN=Ines Halloran,O=Kestrel Coast Citizens (stand-in),C=NO"
    )
    expect(kinds(docket).count("party.proof_failed")).to eq(2)
    sign(docket, "B")
    sealed_names_card(docket)
  ensure
    FileUtils.rm_f(Dir[File.join(office.settings.var, "standins", "cards", "#{bad}.json")])
  end

  # Several cards of that name may lie in the reader from earlier runs: the one for this address.
  def choose_card(docket)
    id = Dir[File.join(office.settings.var, "standins", "cards", "*.json")].map { |path| JSON.parse(File.read(path)) }
      .find do |one|
      one["flaw"] == "none" && OpenSSL::X509::Certificate.new(
        one["certificate"].unpack1("m0")
      ).extensions.any? do |extension|
        extension.value.include?(party(docket, "A").email)
      end
    end["id"]
    find("#card input[value='#{id}']").choose
    fill_in t("room.card_dialog.pin"), with: "2468"
  end

  def sealed_names_card(docket)
    expect(docket.refresh.state).to eq("sealed")
    version = JustSeal::Store::Version.first(docket_number: docket.number, kind: "sealed")
    path = File.join(office.settings.var, "level4.pdf")
    File.binwrite(path, office.blobs.get(version.sha256))
    output, = Open3.capture2e("pdfsig", path)
    expect(output).to include("Signer Certificate Common Name: Ines Halloran")
    expect(output.scan("Signature is Valid.").size).to eq(3)
    certificate = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
    expect(words_of(office.blobs.get(certificate.sha256))).to include(
      "Signed by a card: CN=Ines Halloran",
      "Assurance level reached: 4. Level demanded: 4, by "
    )
  end
end
