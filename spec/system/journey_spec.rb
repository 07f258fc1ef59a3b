# frozen_string_literal: true

require "open3"

# One document from the repository to two signers and back, by three people in three browsers.
RSpec.describe "The whole journey" do
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
    click_button "I agree; show me the document"
    expect(page).to have_css("[data-room][data-ready]")
    expect(page).to have_css(".pdf-page[data-drawn]", minimum: 1)
    until page.has_button?("Sign the document", wait: 0.3)
      click_button "Take me to the next place"
      next unless page.has_css?("dialog#mark[open]", wait: 1)

      mark.call
      click_button "Use this signature"
    end
    click_button "Sign the document"
    within("#confirm") { click_button "Sign the document" }
    expect(page).to have_css("h1", text: "You have signed")
  end

  def draw
    click_button "Draw it"
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
      click_link "Capture documents", match: :first
      select "MB Berth licences", from: "Class"
      select "BL-1 Berth licences", from: "Case file"
      attach_file "f-files", write_document
      expect(page).to have_css("h1", text: "Capture 1 document")
      work_jobs
      fill_in "Title of the record", with: "Berth licence, MV Sanderling, berth 14"
      fill_in "Vessel", with: "MV Sanderling"
      click_button "Keep the record"
      expect(page).to have_css("h1", text: "Berth licence, MV Sanderling, berth 14")
      click_button "Prepare for signature"

      click_button "Add somebody outside"
      fill_in "Full name", with: "Ines Halloran"
      fill_in "E-mail", with: "ines-journey@sanderling.example"
      click_button "Add a member of staff"
      expect(page).to have_field("Full name", with: "Ines Halloran")
      select "Joss Test, Specs", from: "Member of staff"
      fill_in "Message", with: "Please sign."
      click_button "Save, and place the fields"

      expect(page).to have_css("[data-pages][data-ready]")
      expect(page).to have_text("Ines Halloran (A) has no signature field.")
      place("Signature", "Ines Halloran", 90, 150)
      place("Date of acting", "Ines Halloran", 330, 150)
      place("Full name", "Ines Halloran", 90, 260)
      place("Signature", "Joss Test", 90, 380)
      expect(page).to have_text("Nothing is missing.")
      expect(page).to have_text("Saved")
      click_link "Check and send", class: "btn-primary"
      expect(page).to have_text("At once, Ines Halloran gets an e-mail at ines-journey@sanderling.example")
      number = page.find(".margin .mono", match: :first).text
      click_button "Send #{number}"
      expect(page).to have_text("Waits for Ines Halloran")
      expect(page).to have_text("chain holds")
    end
    docket = JustSeal::Store::Docket.first(number: number)
    work_jobs

    as("outside party") do
      visit "/room/#{token_for(party(docket, "A"))}"
      click_button "Come in as"
      sign_in_room(-> { fill_in "Your name, as you sign", with: "Ines Halloran" })
      expect(page).to have_text("Waits for Joss Test")
    end
    work_jobs

    as("staff party") do
      sign_in :joss
      expect(page).to have_text("Berth licence, MV Sanderling, berth 14")
      within(find("tr", text: number)) { click_button "Read and sign" }
      sign_in_room(-> { draw })
    end
    work_jobs

    as("sender") do
      visit "/dockets/#{number}"
      expect(page).to have_css("h1", text: "Berth licence, MV Sanderling, berth 14")
      expect(page).to have_text("Sealed on")
      expect(page).to have_text("chain holds")
      expect(page).to have_text("sealed the document")
      FileUtils.rm_rf(Browsers::DOWNLOADS)
      click_link "Download the sealed document"
      page.driver.browser.downloads.wait
      sealed = Dir[File.join(Browsers::DOWNLOADS, "*.pdf")].first
      output, = Open3.capture2e("pdfsig", sealed)
      expect(output.scan("Signature is Valid.").size).to eq(3)
      expect(output).to include("Total document signed")

      visit "/check"
      attach_file I18n.t("check.ask.file"), sealed
      click_button "Check this file"
      expect(page).to have_css("h1", text: "This is the document that was sealed")
      expect(page).to have_text("byte for byte, the sealed document of docket #{number}")
      expect(page).to have_text("Ines Halloran (A) signed")
      expect(page).to have_text("Joss Test (B) signed")
    end
  end
end
