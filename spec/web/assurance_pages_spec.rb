# frozen_string_literal: true

RSpec.describe "The pages of proof, rules and waivers" do
  include Pages

  after { neutral_rulebook }

  def password_for(name)
    hash = JustSeal::Store.db[:account_password_hashes].where(id: account(:maren).id).get(:password_hash)
    JustSeal::Store.db[:account_password_hashes].insert_conflict.insert(id: account(name).id, password_hash: hash)
  end

  it "lead a party from the link to the phrase, say little of what was wrong, and let it go on" do
    rulebook({ "title" => "Outsiders at level 2", "kinds" => ["outside"], "floor" => 2, "prove_first" => true })
    draft = ready_draft
    party(draft, "A").update(phrase_hash: JustSeal::Operations::ProveByPhrase.hash("Kittiwake"))
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    link = "/room/#{token_for(party(docket, "A"))}"
    open_page(link)
    expect(text).to include(t("room.door.enter", name: "Ines Halloran"))
    room = enter_by(link)
    open_page(room)
    ways = "Any one of these will do: the agreed phrase; or the civil identity"
    expect(text).to include(t("room.prove.heading"), ways)
    send_form("#{room}/prove/phrase", phrase: "Razorbill")
    expect([last_response.status, text.include?(t("errors.phrase_wrong"))]).to eq([422, true])
    send_form("#{room}/prove/phrase", phrase: "KITTIWAKE")
    open_page(room)
    expect(text).to include("do you agree to do it electronically")
  end

  it "keep what a browser says of itself as text, whatever bytes it sends; it breaks no seal" do
    docket = sent_docket
    header "User-Agent", "\xD9\x85\xD8\xAA\xD8\xB5 \xFF\x01 Lock \u{1F512}".b
    enter_by("/room/#{token_for(party(docket, "A"))}")
    expect(last_response.status).to be < 400
    expect(party(docket, "A").proofs.first.client).to eq("متص   Lock 🔒")
    %w[A B].each { |letter| sign(docket, letter) }
    expect(docket.refresh.state).to eq("sealed")
  end

  it "write a rulebook, tell what is wrong with it, rehearse it, and say why" do
    password_for(:edda)
    shared_docket
    sign_in(:edda)
    open_page("/rules/rulebook/new")
    form = { "title" => "Stricter", "starts" => office.zone.to_local(office.now).strftime("%Y-%m-%d") }
    values = { "title" => "Everybody at level 3", "floor" => "3" }
    send_form(
      "/rules/rulebook/new",
      **form.transform_keys(&:to_sym),
      version: JustSeal::Store::Rulebook.max(:version).to_i.to_s,
      then: "rehearse",
      rules: { "0" => values }
    )
    expect(text).to match(/\d+ dockets? of \d+ that were sent in the past year would have been stopped/)
    send_form(
      "/rules/rulebook/new",
      **form.transform_keys(&:to_sym),
      version: JustSeal::Store::Rulebook.max(:version).to_i.to_s,
      then: "save",
      rules: { "0" => values.merge("allowed" => ["phrase"]) }
    )
    expect([last_response.status, text.include?("no method that is allowed there leads to it")]).to eq([422, true])
    send_form(
      "/rules/rulebook/new",
      **form.transform_keys(&:to_sym),
      version: JustSeal::Store::Rulebook.max(:version).to_i.to_s,
      then: "save",
      rules: { "0" => values }
    )
    expect(last_response.status).to eq(302)
    open_page("/rules/rulebook?record=#{JustSeal::Store::Record.first.number}&kind=outside&act=sign")
    expect(text).to include("Everybody at level 3", "level 3 is demanded")
  end

  it "say why for a class and values that are typed, without a record" do
    rulebook(
      { "title" => "All by the link", "floor" => 1 },
      {
        "title" => "Dear berths",
        "classes" => ["MB"],
        "when" => "yearly_dues >= 50000 EUR",
        "floor" => 3,
        "forbidden" => ["civil_id"]
      }
    )
    sign_in(:maren)
    asked = lambda { |more = ""|
      open_page("/rules/rulebook?class=MB&kind=outside&act=sign#{more}").then do
        page.css("section.notice, .problem").text.gsub(/\s+/, " ")
      end
    }
    expect(asked.call).to include(t("rulebooks.show.undecided", title: "Dear berths"))
    expect(asked.call("&values[yearly_dues]=49999")).to include("level 1 is demanded").and(
      satisfy { |all|
        !all.include?("Dear berths")
      }
    )
    expect(asked.call("&values[yearly_dues]=50000")).to include(
      "level 3 is demanded",
      "they reach it by the passkey"
    ).and(
      satisfy { |all|
        !all.include?("civil identity;")
      }
    )
    expect(asked.call("&values[yearly_dues]=dear")).to include("Yearly dues")
    expect(asked.call("&record=MB-1999-1")).to include(t("errors.no_record_seen", number: "MB-1999-1"))
  end

  it "ask for a waiver as sender, and allow it as compliance" do
    password_for(:edda)
    rulebook({ "title" => "Outsiders at level 2", "kinds" => ["outside"], "floor" => 2 })
    draft = ready_draft
    sign_in(:maren)
    open_page("/dockets/#{draft.number}")
    send_form(
      "/dockets/#{draft.number}/waivers",
      letter: "A",
      granted: "1",
      ends: office.zone.to_local(office.now + (5 * 86_400)).strftime("%Y-%m-%d"),
      reason: "The master is at sea and can be reached by mail only."
    )
    waiver = JustSeal::Store::Waiver.where(party_id: party(draft, "A").id).first
    sign_in(:edda)
    open_page("/")
    expect(text).to include(t("desk.decisions.waivers"), draft.number)
    open_page("/dockets/#{draft.number}")
    send_form("/dockets/#{draft.number}/waivers/#{waiver.id}", allowed: "1")
    expect(waiver.refresh.allowed).to be(true)
    expect(JustSeal::Queries::DocketReadiness.call(draft, now: office.now).map(&:reason)).to eq([])
  end
end
