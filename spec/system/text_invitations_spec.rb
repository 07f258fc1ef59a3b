# frozen_string_literal: true

# Somebody who has a telephone and no mail address, from the form of the sender to the sealed copies.
RSpec.describe "A party without a mail address" do
  number = "+47 900 12 #{format("%03d", rand(1000))}"

  def link_in_text(number, place) = URI(texts_to(number).first[%r{http\S+/#{place}/\S+}]).path

  it "is invited by text message, signs on the telephone, and fetches the copies there" do
    draft = ready_draft
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/parties"
    within("#party-A") do
      fill_in t("dockets.seat_person.email"), with: ""
      find("summary", text: t("dockets.seat_person.proofs")).click
      fill_in t("dockets.seat_person.telephone"), with: number
    end
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    visit "/dockets/#{draft.number}/check"
    expect(page).to have_text("gets a text message at #{number}")
    find("summary", text: t("dockets.check.text", name: "Ines Halloran")).click
    expect(page).to have_text("/room/…")
    expect(axe_findings).to eq([])
    click_button t("dockets.check.send", number: draft.number)
    expect(page).to have_css("#party-A", text: JustSeal::Core::Contacts::Telephone.masked(number))
    work_jobs
    as("the telephone") do
      page.current_window.resize_to(390, 844)
      visit link_in_text(number, "room")
      click_button t("room.door.enter", name: "Ines Halloran")
      click_button t("room.consent.agree")
      expect(page).to have_css("[data-room][data-ready]")
      click_button t("room.slip.next") until page.has_css?("dialog#mark[open]", wait: 1)
      click_button t("room.mark_dialog.use")
      until page.has_button?(t("room.acts.sign.button.one"), wait: 0.3)
        click_button t("room.slip.next")
        click_button t("room.mark_dialog.use") if page.has_css?("dialog#mark[open]", wait: 1)
      end
      click_button t("room.acts.sign.button.one")
      within("#confirm") { click_button t("room.acts.sign.button.one") }
      expect(page).to have_css("h1", text: t("room.ended.have.sign"))
    end
    work_jobs
    sign(draft, "B")
    work_jobs
    as("the telephone") do
      visit link_in_text(number, "copies")
      expect(page).to have_css("main ul a", count: 2)
    end
    expect(draft.refresh.state).to eq("sealed")
  end
end
