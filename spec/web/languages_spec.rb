# frozen_string_literal: true

require "rack/test"

RSpec.describe "Languages" do
  include Pages

  def ops = JustSeal::Operations

  def german(key, **facts) = I18n.t(key, locale: :de, **facts)
  def lang = page.at("html")["lang"]

  # Gives the party a language before it is sent.
  def draft_for(language)
    ready_draft.tap { |draft| party(draft, "A").update(language: language) }
  end

  def sent(draft) = ops::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }

  # What the office writes while the block runs.
  def office_speaking(language)
    ops::KeepOffice.call(JustSeal::Cli.actor, office.profile.with(language: language))
    yield
  ensure
    JustSeal::Store::OfficeChoices.set("language", nil)
    office.refresh
  end

  it "answer whoever is not known in the language of the browser, and in English where it has none of ours" do
    { "de-AT,de;q=0.9" => "de", "fr, de;q=0.3" => "de", "fr" => "en", "" => "en" }.each do |header, language|
      get("/login", {}, header_host.merge("HTTP_ACCEPT_LANGUAGE" => header))
      expect(
        [
          lang,
          page.at("main").text
        ]
      ).to match([language, include(I18n.t("sign_in.password.sign_in", locale: language))])
    end
    expect(I18n.locale).to eq(:en), "what one request spoke is over with it"
  end

  it "are chosen by members of the staff for themselves, which the ledger tells" do
    sign_in :joss
    open_page("/account")
    send_form("/account/language", language: "de")
    ["/", "/dockets", "/records", "/check"].each { |path| open_page(path) && (expect(lang).to eq("de")) }
    expect(text).to include(german("check.ask.lead")).or include(german("check.ask.heading"))
    entry = entries_of(ops::StaffAccounts::CHAIN).last
    expect(entry).to include("kind" => "account.changed")
    expect(entry["facts"]).to include("what" => "language", "before" => "", "after" => "de")
    open_page("/account")
    send_form("/account/language", language: "tlh")
    expect([last_response.status, text]).to match([422, include(german("errors.choose_language"))])
  ensure
    account(:joss).update(language: nil)
  end

  it "are chosen for a party by its sender or its contact, and by itself in the room; its mails follow" do
    docket = sent(draft_for("de"))
    outside = party(docket, "A")
    invitation = mails_to(outside.email).first
    expect(invitation.subject).to eq(german("mails.invitation.subject_sign", title: docket.title))
    expect(invitation.html_part.decoded).to include('lang="de"')
    room = enter_by("/room/#{token_for(outside)}")
    open_page(room)
    expect([lang, page.text]).to match(["de", include(german("room.consent.agree"))])
    send_form("#{room}/language", language: "en")
    open_page(room)
    expect([lang, page.text]).to match(["en", include(I18n.t("room.consent.agree"))])
    told = entries_of(docket.number).last
    expect(told).to include("kind" => "party.spoken_to")
    expect(told["facts"]).to eq("party" => "A", "before" => "de", "after" => "en")
    known = ready_draft
    card = { kind: "person", name: "Ines", email: party(known, "A").email, language: "de" }
    JustSeal::Store::Contact.create(**card, created_at: office.now)
    sent(known)
    expect(mails_to(party(known, "A").email).first.subject).to start_with("Bitte unterschreiben")
  end

  it "are asked for at the door, and kept by coming in" do
    docket = sent_docket
    door = "/room/#{token_for(party(docket, "A"))}"
    open_page("#{door}?language=de")
    expect([lang, page.text]).to match(["de", include(german("room.door.enter", name: "Ines Halloran"))])
    send_form("#{door}/enter", language: page.at("form[action='#{door}/enter'] input[name=language]")["value"])
    expect(party(docket, "A").language).to eq("de")
    open_page("#{door}?language=../../etc")
    expect(last_response.status).to be_between(200, 302)
  end

  it "are those of the office in what it writes, whoever reads and acts in which other" do
    office_speaking("de") do
      docket = sent(draft_for("en"))
      sign(docket, "A")
      expect(mails_to(party(docket, "A").email).last.subject).to start_with("Please sign")
      sign(docket, "B")
      versions = JustSeal::Store::Version.where(docket_number: docket.number)
      bytes = office.blobs.get(versions.first(kind: "certificate").sha256)
      written = office.text.pages(bytes).join
      expect(written).to include(german("in_document.certificate.title")).and include("Stufe")
      sealed = office.blobs.get(versions.first(kind: "sealed").sha256)
      report = JustSeal::Core::Pdf::Check.call(sealed, **office.accepted, at: office.now)
      expect(
        [
          report.verdict,
          mails_to("joss@ravensholm.example").first.subject
        ]
      ).to match([:intact, start_with("Gesiegelt")])
      expect(office.profile.language).to eq("de")
    end
  end

  it "take numbers as they are written in them" do
    account(:maren).update(language: "de")
    sign_in :maren
    record = capture
    path = "/records/#{record.number}/edit"
    open_page(path)
    names = page.css("input[name^='particulars']").map { |input| input["name"] }
    expect(names).to include("particulars[yearly_dues][comma]", "particulars[vessel]")
    action = page.at("form.filled")["action"]
    send_form(
      action,
      edits: page.at("input[name=edits]")["value"],
      title: record.title,
      case: "BL-1",
      reason: "",
      particulars: { vessel: "MV Sanderling", yearly_dues: { comma: "18.400,50" } }
    )
    expect(record.refresh.particulars["yearly_dues"]).to eq("18400.5")
    open_page(path)
    expect(page.at("input[name='particulars[yearly_dues][comma]']")["value"]).to eq("18400,5")
    open_page("/records/#{record.number}")
    expect(page.text).to include("18.400,50 EUR")
  ensure
    account(:maren).update(language: nil)
  end
end
