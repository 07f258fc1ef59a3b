# frozen_string_literal: true

RSpec.describe "Coming back to a draft" do
  def open_step(draft, step)
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/#{step}"
  end

  def focused = page.evaluate_script("document.activeElement.name")

  it "puts whoever was refused into the first wrong field, and says so in the title" do
    draft = ready_draft
    open_step(draft, "parties")
    fill_in t("dockets.wording.title"), with: " "
    page.execute_script("document.querySelector('[name=\"parties[A][telephone]\"]').value = 'twelve'")
    click_button I18n.t("dockets.parties.save")
    expect(page).to have_css("[aria-invalid]", minimum: 2, visible: :all)
    first = page.evaluate_script("document.querySelector('[aria-invalid]').name")
    expect(focused).to eq(first)
    expect(page.title).to eq(I18n.t("layouts.head.title_with_problems", count: 2, title: draft.title))
  end

  it "shows what has become of it after it was sent, and no button that still waits" do
    draft = ready_draft
    open_step(draft, "check")
    click_button I18n.t("dockets.check.send", number: draft.number)
    expect(page).to have_css("svg.dial")
    expect(page).to have_current_path("/dockets/#{draft.number}")
    page.go_back
    expect(page).to have_css("h1")
    expect(page).to have_text(I18n.t("errors.not_a_draft_any_more", number: draft.number))
    expect(page).to have_no_text(I18n.t("dockets.check.sending"))
  end
end
