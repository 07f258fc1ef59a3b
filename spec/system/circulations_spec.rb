# frozen_string_literal: true

RSpec.describe "Sending one document to many" do
  include Circulated

  let(:words) { "I have read it, and will follow it" }

  def circulate(record)
    visit "/records/#{record.number}"
    click_button t("records.actions.circulate")
    expect(page).to have_css("h1", text: record.title)
  end

  def acknowledge(recipient)
    visit "/room/#{token_for(recipient.refresh.party)}"
    click_button t("room.door.enter", name: recipient.name)
    click_button t("room.consent.agree")
    expect(page).to have_css("[data-room][data-ready]")
    find("[data-next]:not([disabled])").click until page.has_css?("#confirm[open]", wait: 1)
    expect(page).to have_css("#confirm [data-result][data-ready]", visible: :all)
  end

  it "asks twelve people of a unit, who each type the words; one refuses, and the others go on" do
    unit, = unit_with(12)
    prepare_server
    sign_in :maren
    circulate(capture(title: "Standing procedure 14"))
    check(unit)
    fill_in t("circulations.asks.declaration"), with: words
    expect(axe_findings).to eq([])
    click_button t("circulations.edit.start")
    expect(page).to have_css("[data-test=state]", text: t("circulation_states.sending"))
    work_jobs
    expect(page).to have_css("[data-test=state]", text: t("circulation_states.out"))
    expect(page).to have_text("0 of 12 people")
    circulation = JustSeal::Store::Circulation.order(:id).last
    first, second = circulation.recipients
    as("recipient") do
      acknowledge(first)
      within("#confirm") { click_button t("room.acts.acknowledge.button.one") }
      expect(page).to have_text(t("errors.declaration_differs", words: words))
      fill_in t("room.confirm_dialog.declaration"), with: words
      expect(axe_findings).to eq([])
      within("#confirm") { click_button t("room.acts.acknowledge.button.one") }
      expect(page).to have_text(t("room.ended.have.acknowledge"))
    end
    JustSeal::Operations::RefuseDocket.call(begin_visit(token_for(second.refresh.party)), reason: "It was not taught.")
    expect(page).to have_text("1 of 12 people")
    expect(page).to have_text("It was not taught.")
    expect(axe_findings).to eq([])
    within("#circulation-margin") { click_link t("standings.invited") }
    expect(page).to have_no_text(first.email)
    expect(page).to have_text(circulation.recipients.last.name)
  end

  it "reads people from a file, says by row what is wrong, and makes a record for each" do
    path = File.join(office.settings.var, "people.csv")
    File.write(
      path,
      "Who;E-mail;Vessel\nInes Halloran;ines-c@sanderling.example;MV Ruff\nKit Marl;kit at home;MV Gull\n"
    )
    prepare_server
    sign_in :maren
    circulate(capture(title: "Consent to be filmed"))
    select t("circulation_modes.each"), from: t("circulations.asks.mode")
    click_button t("forms.save")
    expect(page).to have_select(t("circulations.asks.mode"), selected: t("circulation_modes.each"))
    attach_file t("circulations.file.file"), path
    click_button t("circulations.file.take")
    expect(page).to have_text(t("circulation_points.columns_unsaid", columns: t("circulations.columns.name")))
    find("#column-0").select(t("circulations.columns.name"))
    click_button t("circulations.file.use")
    expect(page).to have_text("Line 3: ")
    expect(page).to have_text("2 rows in the file, 1 person without a fault.")
    click_button t("circulations.edit.start")
    expect(page).to have_css("[data-test=state]", text: t("circulation_states.sending"))
    work_jobs
    expect(page).to have_css("[data-test=state]", text: t("circulation_states.out"))
    recipient = JustSeal::Store::Circulation.order(:id).last.recipients.first
    as("recipient") do
      acknowledge(recipient)
      within("#confirm") { click_button t("room.acts.acknowledge.button.one") }
      expect(page).to have_text(t("room.ended.have.acknowledge"))
    end
    work_jobs
    expect(page).to have_text("1 of 1 person")
    expect(document(recipient.docket).record.particulars.to_h).to include("vessel" => "MV Ruff")
    expect(recipient.docket.refresh.state).to eq("sealed")
  end

  it "shows on the Desk what is asked and what was acknowledged, and steers from the page" do
    circulation = started_circulation({ "lines" => "joss@ravensholm.example\ntobias@ravensholm.example" })
    prepare_server
    sign_in :joss
    expect(page).to have_css("tr", text: circulation.title)
    act_on(circulation.recipients_dataset.where(account_id: account(:joss).id).first)
    visit "/"
    expect(page).to have_css("h2", text: t("desk.gathered.heading"))
    click_link t("desk.gathered.all")
    expect(page).to have_css("tr", text: circulation.title)
    expect(page).to have_text(t("circulations.mine.newest"))
    leave_browsers
    sign_in :maren
    visit "/circulations/#{circulation.number}"
    find("[aria-label='#{t("circulations.rows.change_of", name: "Tobias Test")}']").click
    fill_in t("circulations.person_dialog.instead"), with: "Edda <edda@ravensholm.example>"
    click_button t("circulations.person_dialog.hand_over")
    work_jobs
    expect(page).to have_text(t("circulations.show.sources.handed_over"))
    click_button t("circulations.actions.close")
    fill_in t("circulations.dialogs.reason"), with: "A newer version comes."
    click_button t("circulations.dialogs.close_now")
    expect(page).to have_css("[data-test=state]", text: t("circulation_states.closed"))
  end
end
