# frozen_string_literal: true

RSpec.describe "Finding a contact while typing" do
  it "fills in address and organisation, by keyboard" do
    JustSeal::Operations::SaveContact.call(
      staff(:maren),
      given: {
        "name" => "Quirina Vantongeren",
        "email" => "quirina@vantongeren.example",
        "organisation" => "Vantongeren Towage"
      }
    )
    draft = ready_draft
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/parties"
    fill_in t("dockets.seat_person.name"), with: "quiri"
    expect(page).to have_css("[role=option]", text: "Vantongeren Towage")
    find_field(t("dockets.seat_person.name")).send_keys(:down, :enter)
    expect(page).to have_field(t("dockets.seat_person.name"), with: "Quirina Vantongeren")
    expect(page).to have_field(t("dockets.seat_person.email"), with: "quirina@vantongeren.example")
    expect(page).to have_field(t("dockets.seat_person.organisation"), with: "Vantongeren Towage")
    expect(page).to have_no_css("[role=option]")
    expect(axe_findings).to eq([])
  end
end
