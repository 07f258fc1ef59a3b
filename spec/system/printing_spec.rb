# frozen_string_literal: true

RSpec.describe "On paper" do
  it "a page leaves out what can be done on it, and keeps what it tells" do
    docket = sent_docket
    prepare_server
    sign_in :maren
    visit "/dockets/#{docket.number}"
    expect(page).to have_css("main button, main .btn", minimum: 3)
    page.driver.browser.page.command("Emulation.setEmulatedMedia", media: "print")
    expect(page).to have_no_css("button, .btn, header.top, footer, .steer")
    expect(page).to have_text(docket.parties.first.name)
    expect(page).to have_css(".dial, .course, .history")
  ensure
    page.driver.browser.page.command("Emulation.setEmulatedMedia", media: "")
  end
end
