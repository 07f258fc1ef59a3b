# frozen_string_literal: true

require "open3"

# One document from the repository to two signers and back, by three people in three browsers.
RSpec.describe "The whole journey", :early do
  def write_document
    path = File.join(office.settings.var, "licence.pdf")
    File.binwrite(path, pdf("Berth licence, MV Sanderling", "Signatures"))
    path
  end

  def place(kind, party, x, y)
    box = page.evaluate_script(
      "(() => { const r = document.querySelectorAll('.pdf-page .overlay')[0].getBoundingClientRect(); return " \
      "[r.left, r.top]; })()"
    )
    page.driver.browser.mouse.click(x: box[0] + x, y: box[1] + y)
    within("[data-chooser]") { click_button(party) && click_button(kind) }
  end

  def sign_in_room(mark)
    click_button t("room.consent.agree")
    expect(page).to have_css("[data-room][data-ready]")
    expect(page).to have_css(".pdf-page[data-drawn]", minimum: 1)
    until page.has_button?(t("room.acts.sign.button.one"), wait: 0.3)
      click_button t("room.slip.next")
      next unless page.has_css?("dialog#mark[open]", wait: 1)

      mark.call
      click_button t("room.mark_dialog.use")
    end
    click_button t("room.acts.sign.button.one")
    within("#confirm") { click_button t("room.acts.sign.button.one") }
    expect(page).to have_css("h1", text: t("room.ended.have.sign"))
  end

  def draw
    click_button t("room.mark_dialog.ways.draw")
    box = page.evaluate_script(
      "(() => { const r = document.querySelector('[data-pad]').getBoundingClientRect(); return [r.left, r.top]; })()"
    )
    mouse = page.driver.browser.mouse
    mouse.move(x: box[0] + 40, y: box[1] + 60).down.move(x: box[0] + 160, y: box[1] + 120, steps: 6).move(
      x: box[0] + 300,
      y: box[1] + 40,
      steps: 6
    ).up
  end

  it "goes from capture to a sealed PDF that pdfsig accepts" do
    number = nil
    as("sender") do
      sign_in :maren
      click_link t("desk.show.capture"), match: :first
      select "MB Berth licences", from: t("intakes.start.class")
      select "BL-1 Berth licences", from: t("intakes.form.case_file")
      attach_file "f-files", write_document
      expect(page).to have_css("h1", text: t("intakes.show.capture_several", documents: "1 document"))
      work_jobs
      fill_in t("intakes.form.title_of_record"), with: "Berth licence, MV Sanderling, berth 14"
      fill_in "Vessel", with: "MV Sanderling"
      click_button t("intakes.show.keep.one")
      expect(page).to have_css("h1", text: "Berth licence, MV Sanderling, berth 14")
      click_button t("records.actions.prepare")

      click_button t("dockets.add_parties.outside")
      fill_in t("dockets.seat_person.name"), with: "Ines Halloran"
      fill_in t("dockets.seat_person.email"), with: "ines-journey@sanderling.example"
      click_button t("dockets.add_parties.staff")
      expect(page).to have_field(t("dockets.seat_person.name"), with: "Ines Halloran")
      select "Joss Test, Specs", from: t("dockets.seat_fields.staff")
      fill_in t("dockets.wording.message"), with: "Please sign."
      fill_in t("dockets.wording.deadline_days"), with: "2" # the first on every Desk, and not too soon at any hour
      click_button t("dockets.parties.save")

      expect(page).to have_css("[data-pages][data-ready]")
      expect(page).to have_text(t("readiness.no_signature_field", name: "Ines Halloran", party: "A"))
      place("Signature", "Ines Halloran", 90, 150)
      place(t("field_kinds.acting_date"), "Ines Halloran", 330, 150)
      place(t("dockets.replace_dialog.name"), "Ines Halloran", 90, 260)
      place("Signature", "Joss Test", 90, 380)
      expect(page).to have_text(t("components.readiness_list.nothing"))
      expect(page).to have_text(t("scripts.saving.saved"))
      click_link t("dockets.fields.check"), class: "btn-primary"
      expect(page).to have_text("At once, Ines Halloran gets an e-mail at ines-journey@sanderling.example")
      number = page.find(".margin .mono", match: :first).text
      click_button "Send #{number}"
      expect(page).to have_text("Waits for Ines Halloran")
      expect(page).to have_text(t("dockets.margin.chain_holds"))
    end
    docket = JustSeal::Store::Docket.first(number: number)
    work_jobs

    as("outside party") do
      visit "/room/#{token_for(party(docket, "A"))}"
      click_button t("room.door.enter", name: "Ines Halloran")
      sign_in_room(-> { fill_in t("room.mark_dialog.typed"), with: "Ines Halloran" })
      expect(page).to have_text("Waits for Joss Test")
    end
    work_jobs

    as("staff party") do
      sign_in :joss
      expect(page).to have_text("Berth licence, MV Sanderling, berth 14")
      within(find("tr", text: number)) { click_button t("enter.sign") }
      sign_in_room(-> { draw })
    end
    work_jobs

    as("sender") do
      visit "/dockets/#{number}"
      expect(page).to have_css("h1", text: "Berth licence, MV Sanderling, berth 14")
      expect(page).to have_text("Sealed on")
      expect(page).to have_text(t("dockets.margin.chain_holds"))
      expect(page).to have_text(t("ledger.docket.sealed"))
      FileUtils.rm_rf(Browsers::DOWNLOADS)
      click_link t("dockets.show.download_document")
      page.driver.browser.downloads.wait
      sealed = Dir[File.join(Browsers::DOWNLOADS, "*.pdf")].first
      output, = Open3.capture2e("pdfsig", sealed)
      expect(output.scan("Signature is Valid.").size).to eq(3)
      expect(output).to include("Total document signed")

      visit "/check"
      attach_file I18n.t("check.ask.file"), sealed
      click_button t("check.ask.check")
      expect(page).to have_css("h1", text: t("check.report.headings.intact"))
      expect(page).to have_text("byte for byte, the sealed document of docket #{number}")
      expect(page).to have_text(t("components.strata.layers.act", name: "Ines Halloran", letter: "A"))
      expect(page).to have_text(t("components.strata.layers.act", name: "Joss Test", letter: "B"))
    end
  end
end
