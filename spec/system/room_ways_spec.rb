# frozen_string_literal: true

# The ways through the signing room beside the straight one.
RSpec.describe "Ways through the signing room" do
  def nothing_for_axe = expect(axe_findings).to eq([])

  def come_in(docket)
    first = party(docket, "A")
    visit "/room/#{token_for(first)}"
    click_button t("room.door.enter", name: first.name)
  end

  def agree
    click_button t("room.consent.agree")
    expect(page).to have_css("[data-room][data-ready]")
  end

  def open_mark = (click_button t("room.slip.next") until page.has_css?("dialog#mark[open]", wait: 1))

  def sign_it
    click_button t("room.acts.sign.button.one")
    expect(page).to have_css("#confirm [data-result][data-ready]")
    within("#confirm") { click_button t("room.acts.sign.button.one") }
  end

  def entries(docket, kind)
    entries_of(docket.number).select do |entry|
      entry["kind"] == kind
    end
  end

  it "refuses with a reason, and tells how to get paper" do
    docket = sent_docket
    as("refuser") do
      come_in(docket)
      expect(page).to have_text("If you would rather sign on paper, write to Maren Test at maren@ravensholm.example")
      click_button t("room.refuse")
      nothing_for_axe
      fill_in t("room.refuse_dialog.reason"), with: "The berth is too short."
      click_button t("room.refuse_dialog.refuse")
      expect(page).to have_css("h1", text: t("room.ended.have_refused"))
      nothing_for_axe
    end
    expect(docket.refresh.state).to eq("refused")
  end

  it "fits a telephone, also when it is turned, grows on request, and lists what is left" do
    docket = sent_docket
    as("telephone in hand") do
      page.current_window.resize_to(390, 844)
      come_in(docket)
      agree
      widths = lambda {
        page.evaluate_script(
          "(() => { const page = document.querySelector('.pdf-page'), spot = document.querySelector('button.spot'); " \
          "return [page.offsetWidth, spot.offsetWidth].map(Math.round); })()"
        )
      }
      narrow = widths.call
      expect(narrow[0]).to be <= 390
      expect(page).to have_no_css("#todo")
      click_button t("room.slip.show_list")
      left = t("scripts.room.mark", title: t("field_kinds.signature"), where: t("scripts.room.page", page: 1))
      expect(page).to have_css("#todo li", text: left)
      nothing_for_axe
      find("#todo button", text: t("field_kinds.signature")).click
      expect(page).to have_css("dialog#mark[open]")
      expect(page).to have_no_css("#todo")
      within("dialog#mark") { click_button t("forms.back") }
      2.times { find("[data-larger]").click }
      expect(widths.call.map.with_index { |width, index| (width / narrow[index].to_f).round(1) }).to eq([1.6, 1.6])
      expect(page.evaluate_script("document.documentElement.scrollWidth")).to eq(390)
      2.times { find("[data-smaller]").click }
      page.current_window.resize_to(844, 390)
      expect(page).to have_css("[data-room]") { widths.call[0] > 700 }
      expect(widths.call[1] / narrow[1].to_f).to be_within(0.05).of(widths.call[0] / narrow[0].to_f)
    end
  end

  it "passes it on, and the new person proves afresh" do
    docket = sent_docket
    party(docket, "A").update(may_pass_on: true)
    address = "nora-#{SecureRandom.hex(3)}@sanderling.example"
    as("passer") do
      come_in(docket)
      agree
      click_button t("room.slip.pass_on")
      nothing_for_axe
      fill_in t("room.pass_on_dialog.name"), with: "Nora Tveit"
      fill_in t("room.pass_on_dialog.email"), with: address
      within("#pass-on") { click_button t("room.slip.pass_on") }
      expect(page).to have_css("h1", text: t("room.passed_on.title"))
    end
    work_jobs
    as("taker") do
      come_in(docket)
      expect(page).to have_css("h1", text: docket.title)
      expect(page).to have_text("Nora Tveit, proved to level 1")
    end
    expect(kinds(docket)).to include("party.passed_on")
  end

  it "draws on a telephone, by a code that serves once" do
    docket = sent_docket
    address = nil
    as("desk") do
      come_in(docket)
      agree
      open_mark
      click_button t("room.mark_dialog.ways.telephone")
      expect(page).to have_css("[data-pad-code] svg.qr")
      nothing_for_axe
      address = find("[data-pad-address]").text
    end
    as("telephone") do
      page.current_window.resize_to(390, 844)
      visit address
      expect(page).to have_css("[data-pad-page][data-ready]")
      nothing_for_axe
      click_button t("room.pad.send")
      expect(page).to have_text(t("errors.drawing_missing"))
      box = page.evaluate_script(
        "(() => { const r = document.querySelector('[data-pad]').getBoundingClientRect(); return [r.left, r.top]; })()"
      )
      page.driver.browser.mouse.move(x: box[0] + 30, y: box[1] + 90).down.move(
        x: box[0] + 120,
        y: box[1] + 40,
        steps: 5
      ).move(
        x: box[0] + 200, y: box[1] + 110, steps: 5
      ).up
      click_button t("room.pad.send")
      expect(page).to have_css("h1", text: t("scripts.pad.done"))
      visit address
      expect(page).to have_text("has served, or was open for too long")
    end
    as("desk") do
      expect(page).to have_no_css("dialog#mark[open]")
      expect(page).to have_css(".spot svg.drawn polyline")
      sign_it
      expect(page).to have_css("h1", text: t("room.ended.have.sign"))
    end
    expect(entries(docket, "party.acted").first["facts"]["mark"]).to eq("drawn")
    expect(entries(docket, "party.pad_used").size).to eq(1)
  end

  it "opens the room in person on the device of staff, which then shows nothing else until the password is given" do
    docket = sent_docket
    as("in person") do
      sign_in :maren
      visit "/dockets/#{docket.number}"
      click_button t("dockets.party_menu.in_person")
      nothing_for_axe
      select t("document_kinds.passport"), from: "Document"
      fill_in t("dockets.seen_dialog.issuer"), with: "Kestrel Coast"
      fill_in t("dockets.seen_dialog.last"), with: "77K4"
      fill_in t("dockets.seen_dialog.expires"), with: (Date.today + 400).iso8601
      click_button t("dockets.seen_dialog.open")
      expect(page).to have_text(t("layouts.room.lent", staff: "Maren Test", name: "Ines Halloran"))
      expect(page).to have_css(".consent-text")
      nothing_for_axe
      visit "/records"
      expect(page).to have_css("h1", text: t("room.give_back.heading", name: "Maren Test"))
      nothing_for_axe
      click_link t("room.give_back.back")
      agree
      open_mark
      click_button t("room.mark_dialog.use")
      sign_it
      expect(page).to have_css("h1", text: t("room.ended.have.sign"))
      click_link t("room.give_back.title")
      fill_in t("room.give_back.password", name: "Maren Test"), with: "not it"
      click_button I18n.t("room.give_back.take_back")
      expect(page).to have_text(t("room.give_back.wrong", name: "Maren Test"))
      account(:maren).update(wrong_steps: JustSeal::Operations::SecondSteps::MAX_WRONG - 1)
      fill_in t("room.give_back.password", name: "Maren Test"), with: "nor this"
      click_button I18n.t("room.give_back.take_back")
      fill_in t("room.give_back.password", name: "Maren Test"), with: TestOffice::PASSWORD
      click_button I18n.t("room.give_back.take_back")
      expect(page).to have_text(t("errors.too_many_tries_wait"))
      account(:maren).update(steps_locked_until: nil)
      visit "/logout"
      expect(page).to have_css("h1", text: t("room.give_back.heading", name: "Maren Test"))
      fill_in t("room.give_back.password", name: "Maren Test"), with: TestOffice::PASSWORD
      click_button I18n.t("room.give_back.take_back")
      expect(page).to have_css("h1", text: docket.title)
    end
    expect(kinds(docket)).to include("party.in_person", "party.given_back")
    proved = entries(docket, "party.proved").first
    expect(
      [
        proved["actor"]["name"],
        proved["facts"].slice(
          "method",
          "kind",
          "by"
        )
      ]
    ).to eq(["Maren Test", { "method" => "seen", "kind" => "passport", "by" => "Maren Test" }])
    expect(entries(docket, "party.acted").first["actor"]["host"]).to eq("Maren Test")
  end

  it "keeps the button in its place while the picture of what will be is made" do
    docket = sent_docket
    as("quick finger") do
      come_in(docket)
      agree
      open_mark
      click_button t("room.mark_dialog.use")
      page.execute_script(<<~JS)
        window.places = new Set();
        const note = () => {
          const { top } = document.querySelector("[data-sign]").getBoundingClientRect();
          if (document.getElementById("confirm").open) window.places.add(Math.round(top));
          requestAnimationFrame(note);
        };
        note();
      JS
      click_button t("room.acts.sign.button.one")
      expect(page).to have_css("#confirm [data-result][data-ready] .pdf-page[data-drawn]")
      expect(page.evaluate_script("window.places.size")).to eq(1)
    end
  end

  it "says in the place of the picture why there is none, as when the docket was withdrawn meanwhile" do
    docket = sent_docket
    as("too late") do
      come_in(docket)
      agree
      open_mark
      click_button t("room.mark_dialog.use")
      expect(page).to have_button(t("room.acts.sign.button.one"))
      JustSeal::Operations::WithdrawDocket.call(staff(:maren), number: docket.number, reason: "Another berth.")
      click_button t("room.acts.sign.button.one")
      expect(page).to have_css("#confirm [data-result] [role=alert]", text: /\S/)
      expect(page).to have_no_css("#confirm [data-result][data-ready]")
      nothing_for_axe
    end
  end

  it "asks where the party is only where the rules want it, and records that it was not told" do
    rulebook({ "title" => "Where from", "kinds" => ["outside"], "location" => "ask" })
    docket = sent_docket
    as("somewhere") do
      page.driver.browser.page.command("Browser.setPermission", permission: { name: "geolocation" }, setting: "denied")
      come_in(docket)
      agree
      open_mark
      click_button t("room.mark_dialog.use")
      click_button t("room.acts.sign.button.one")
      expect(page).to have_text("The rules for this document ask where you sign")
      expect(page).to have_css("#confirm [data-result][data-ready]")
      within("#confirm") { click_button t("room.acts.sign.button.one") }
      expect(page).to have_css("h1", text: t("room.ended.have.sign"))
    end
    expect(entries(docket, "party.acted").first["facts"]["place"]).to eq("refused" => true)
  ensure
    neutral_rulebook
  end

  it "is taken on by one of a group, who enrols an app for the next time" do
    %w[Ona Nils].each do |name|
      JustSeal::Operations::SaveContact.call(
        staff(:maren),
        given: {
          "name" => "#{name} Crew",
          "email" => "#{name.downcase}-crew@sanderling.example",
          "organisation" => ""
        }
      )
    end
    group = JustSeal::Operations::SaveGroup.call(
      staff(:maren),
      name: "Crew",
      lines: %w[ona-crew@sanderling.example nils-crew@sanderling.example]
    )
    draft = ready_draft
    parties = draft.parties.map do |one|
      one.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    parties.first.merge!(kind: "group", group_id: group.id, name: group.name, email: "", organisation: "")
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    as("one of a group") do
      visit "/room/#{mails_to("ona-crew@sanderling.example").first.text_part.decoded[%r{/room/([A-Za-z0-9_-]{43})}, 1]}"
      nothing_for_axe
      find("main form .btn-primary").click
      expect(page).to have_css(".consent-text")
      JustSeal::Store::Proof.create(
        party_id: party(docket, "A").id,
        visit_id: visitor_of(docket, "A").visit_id,
        method: "text_code",
        proved_at: office.now,
        address: "",
        client: ""
      )
      visit "#{current_path}/prove"
      click_button t("room.prove.enrol_app")
      expect(page).to have_css("h1", text: t("room.enrol_app.heading"))
      nothing_for_axe
    end
  end

  it "agrees in the language that is chosen" do
    body = "Du kan undertegne dette dokumentet elektronisk, eller be om papir. " * 3
    text = JustSeal::Operations::WriteConsent.call(staff(:edda), language: "nb", class_code: "MB", body: body)
    docket = sent_docket
    as("norsk") do
      come_in(docket)
      click_link "Norsk"
      expect(page).to have_css(".consent-text[lang=nb]", text: "Du kan undertegne")
      nothing_for_axe
      agree
    end
    expect(
      entries(
        docket,
        "party.consented"
      ).first["facts"]
    ).to include("text" => text.version, "sha256" => text.sha256)
  end

  it "signs in by a second step, and the account then proves level 2" do
    row = account(:joss)
    JustSeal::Operations::SecondSteps.new.allow(staff(:maren), account_id: row.id, reason: "Passport, at the office")
    docket = sent_docket
    sign(docket, "A")
    as("second step") do
      sign_in :joss
      page.find(".person").click
      tab = page.driver.browser.page
      tab.command("WebAuthn.enable", enableUI: false)
      tab.command(
        "WebAuthn.addVirtualAuthenticator",
        options: {
          protocol: "ctap2",
          transport: "internal",
          hasResidentKey: true,
          hasUserVerification: true,
          isUserVerified: true,
          automaticPresenceSimulation: true
        }
      )
      nothing_for_axe
      click_button t("room.prove.enrol_passkey")
      expect(page).to have_css("td", text: "Passkey")
      click_button t("layouts.staff.sign_out")
      visit "/login"
      fill_in t("sign_in.password.email"), with: "joss@ravensholm.example"
      fill_in t("sign_in.password.password"), with: TestOffice::PASSWORD
      click_button t("sign_in.password.sign_in")
      expect(page).to have_css("h1", text: t("sign_in.second_step.title"))
      nothing_for_axe
      visit "/dockets"
      expect(page).to have_css("h1", text: t("sign_in.second_step.title"))
      click_button t("room.ways.passkey.use")
      expect(page).to have_css("h1", text: t("places.desk"))
      visit "/dockets/#{docket.number}"
      click_button t("enter.sign")
      expect(page).to have_text("proved to level 2")
    end
  ensure
    JustSeal::Operations::SecondSteps.new.reset(staff(:maren), account_id: row.id, reason: "The spec is over")
  end
end
