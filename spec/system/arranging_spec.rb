# frozen_string_literal: true

RSpec.describe "Arranging pages" do
  let(:record) { capture(bytes: pdf("First", "Second", "Third"), title: "Three pages") }

  def act(name, number)
    what = t("scripts.arrange.page", title: "Three pages", number: number)
    find("button[aria-label='#{t("scripts.arrange.#{name}", what: what)}']").click
  end

  def texts(version) = office.text.pages(office.blobs.get(version.sha256)).map(&:strip)

  def open_pages
    record
    prepare_server
    sign_in :maren
    visit "/records/#{record.number}"
    click_link t("records.actions.arrange")
    expect(page).to have_css("[data-places][data-ready] li", count: 3)
  end

  it "moves, turns and takes out pages, and keeps them as a new version" do
    open_pages
    act(:back, 3)
    act(:out, 1)
    act(:turn, 2)
    expect(page).to have_css("[data-told]", text: t("scripts.arrange.pages.other", count: 2))
    expect(axe_findings).to eq([])
    click_button t("records.arrange.keep")
    expect(page).to have_text(t("version_whys.pages_arranged"))
    expect(texts(record.versions_dataset.first(number: 2))).to eq(%w[Third Second])
  end

  it "joins the pages of another record, and takes ticked ones apart" do
    open_pages
    other = capture(bytes: pdf("Annex"), title: "An annex")
    fill_in "with", with: other.number
    click_button t("records.arrange.join_it")
    expect(page).to have_css("[data-places][data-ready] li", count: 4)
    check t("scripts.arrange.page", title: "An annex", number: 1)
    check t("scripts.arrange.page", title: "Three pages", number: 2)
    fill_in t("records.arrange.title_of"), with: "Second and annex"
    click_button t("records.arrange.take_apart")
    expect(page).to have_css("h1", text: "Second and annex")
    made = JustSeal::Store::Record.first(title: "Second and annex")
    expect(texts(made.versions.first)).to eq(%w[Second Annex])
  end
end
