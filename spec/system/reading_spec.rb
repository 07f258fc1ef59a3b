# frozen_string_literal: true

RSpec.describe "Reading a record in place" do
  before { prepare_server }

  def told(**facts) = t("scripts.reading.found", **facts)
  def search(words) = find_field(t("records.read.words")).set(words).send_keys(:enter)

  # Four pages; "tide" stands on the first and, twice, on the last.
  def tides
    lines = ["The tide at Señal Point", "Nothing of it", "Nor here", "TIDE, and tidefields"]
    StringIO.new("".b).tap do |out|
      HexaPDF::Document.new.tap do |doc|
        lines.each { |line| doc.pages.add.canvas.font("Helvetica", size: 12).text(line, at: [72, 700]) }
      end.write(out)
    end.string
  end

  it "shows its pages, leads from place to place of what is searched, and to other versions" do
    record = capture(bytes: tides, title: "Tides")
    sign_in :maren
    visit "/records/#{record.number}"
    click_link t("records.actions.read")
    expect(page).to have_css(".pdf-page[data-page='1'][data-drawn]")
    expect(page).to have_css("[data-thumbs] button", count: 4)
    search("tide")
    expect(page).to have_css("[data-found]", text: told(at: 1, count: 3, page: 1), exact_text: true)
    search("tide")
    expect(page).to have_css("[data-found]", text: told(at: 2, count: 3, page: 4), exact_text: true)
    expect(page).to have_css(".pdf-page[data-page='4'][data-drawn]")
    expect(page).to have_css("[data-page-number]", text: "4", exact_text: true)
    marked = "[...CSS.highlights.get('found-here')].map(range => range.toString())"
    expect(page.evaluate_script(marked)).to eq(["TIDE"])
    find("[data-before]").click
    expect(page).to have_css("[data-found]", text: told(at: 1, count: 3, page: 1), exact_text: true)
    find("[data-before]").click
    expect(page).to have_css("[data-found]", text: told(at: 3, count: 3, page: 4), exact_text: true)
    search("senal  point")
    expect(page).to have_css("[data-found]", text: told(at: 1, count: 1, page: 1), exact_text: true)
    search("ebb")
    expect(page).to have_css("[data-found]", text: t("scripts.reading.nothing"))
    expect(axe_findings).to eq([])
  end

  it "opens at a page, larger where that is asked, and says where there are no words to search" do
    blank = HexaPDF::Document.new.tap { |doc| 3.times { doc.pages.add } }
    record = capture(bytes: StringIO.new("".b).tap { |out| blank.write(out) }.string)
    sign_in :maren
    visit "/records/#{record.number}/versions/1#page-3"
    expect(page).to have_css("[data-page-number]", text: "3", exact_text: true)
    search("tide")
    expect(page).to have_css("[data-found]", text: t("scripts.reading.no_text"))
    wide = "document.querySelector('.pdf-page').clientWidth"
    before = page.evaluate_script(wide)
    find("[data-zoom-in]").click
    expect(page).to have_css("[data-zoom-level]", text: "125 %")
    expect(page.evaluate_script(wide)).to be_within(2).of(before * 1.25)
  end

  it "enters who read a sealed document, and leads through its versions" do
    docket = shared_docket
    record = document(docket).record
    sign_in :maren
    visit "/records/#{record.number}/versions/2"
    expect(page).to have_css(".pdf-page[data-page='1'][data-drawn]")
    expect(kinds(docket).last).to eq("document.read")
    within(".versions") do
      expect(page).to have_css("[aria-current]", text: "2")
      click_link t("records.read.version", number: 1, kind: t("version_kinds.captured").downcase)
    end
    expect(page).to have_css(".versions [aria-current]", text: "1")
  end
end
