# frozen_string_literal: true

RSpec.describe "Writing a document in place" do
  def source = page.evaluate_script("document.querySelector('[data-html]').value")

  before do
    prepare_server
    sign_in :maren
  end

  # The text is typed where the cursor stands: an element that is sent keys is clicked first.
  def keys(*all) = page.driver.browser.keyboard.type(*all)

  def begin_writing
    visit "/records/write?class=MB&case=BL-1"
    expect(page).to have_css(".written[contenteditable=true]")
    page.execute_script("document.querySelector('.written').focus()")
  end

  it "takes headings, clauses, particulars and fields by keys alone, and makes a record that has them" do
    begin_writing
    keys("# Berth licence", :Enter, "For /vess")
    expect(page).to have_css(".slash [role=option]", text: "Vessel")
    keys(:Enter, ".", :Enter, "§ Use", :Enter, :Tab, "One vessel", :Enter, :Enter, :Enter, :Enter)
    keys("Signed: /signat")
    expect(page).to have_css(".slash [role=option]", text: t("field_kinds.signature"))
    keys(:Enter)
    expect(page).to have_css(".field-chip", text: "A #{t("field_kinds.signature")}")
    expect(axe_findings).to eq([])
    fill_in t("records.write.title_of"), with: "Berth licence, MV Knot"
    fill_in "particulars[vessel]", with: "MV Knot"
    click_button t("records.write.keep")
    expect(page).to have_css("h1", text: "Berth licence, MV Knot", wait: 30)
    record = JustSeal::Store::Record.order(:id).last
    text = office.text.pages(office.blobs.get(record.versions_dataset.working.first.sha256)).join
    expect(text).to match(/Berth licence.*For MV Knot\..*1\.\s+Use.*1\.1\s+One vessel.*Signed:/m)
    click_button t("records.actions.prepare")
    click_link t("components.draft_steps.fields")
    expect(page).to have_css(".spot", count: 1)
  end

  it "sets a field, takes a newer clause, and keeps what is written on as a new version" do
    name = "pay_#{SecureRandom.hex(3)}"
    JustSeal::Operations::SaveClause.call(
      staff(:maren),
      name: name,
      title: "Payment #{name}",
      body: "<p>In advance.</p>"
    )
    begin_writing
    keys("/Payment #{name}")
    expect(page).to have_css(".slash [role=option]", text: name)
    keys(:Enter)
    expect(page).to have_css(".office-clause", text: "In advance.")
    keys(:down, :Enter, "Date: /typed")
    keys(:Enter)
    find(".field-chip").click
    select "B", from: t("writing.side.party")
    fill_in t("writing.side.label"), with: "Valid from"
    expect(page).to have_css(".field-chip", text: "B Valid from")
    fill_in t("records.write.title_of"), with: "Licence"
    fill_in "particulars[vessel]", with: "MV Knot"
    click_button t("records.write.keep")
    expect(page).to have_css("h1", text: "Licence", wait: 30)
    clause = { name: name, title: "Payment #{name}", version: 1 }
    JustSeal::Operations::SaveClause.call(staff(:maren), body: "<p>In arrears.</p>", **clause)
    click_link t("records.actions.write")
    expect(page).to have_css(".office-clause", text: "In advance.")
    click_button t("scripts.writing.take", version: 2)
    expect(page).to have_css(".office-clause", text: "In arrears.")
    click_button t("records.write_on.keep")
    expect(page).to have_css("h1", text: "Licence", wait: 30)
    record = JustSeal::Store::Record.order(:id).last
    expect(record.versions_dataset.order(:number).select_map(:kind)).to eq(%w[written converted written converted])
    visit "/rules/clauses/#{name}"
    expect(page).to have_link(record.number)
  end

  it "loses nothing of what was typed where something is missing" do
    begin_writing
    keys("Some words that stay")
    click_button t("records.write.keep")
    expect(page).to have_css(".problem")
    expect(page).to have_css(".written", text: "Some words that stay")
    expect(source).to eq("<p>Some words that stay</p>")
  end
end
