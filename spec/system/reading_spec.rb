# frozen_string_literal: true

RSpec.describe "Reading a record in place" do
  before { prepare_server }

  def told(**facts) = t("scripts.reading.found", **facts)

  def bring_back(record, bytes)
    given = { bytes: bytes, file_name: "tides.pdf", why: "Other words." }
    JustSeal::Operations::BringBack.call(staff(:maren), number: record.number, **given)
    work_jobs
  end

  def search(words) = find_field(t("reading.show.words")).set(words).send_keys(:enter)

  # Four pages; "tide" stands on the first and, twice, on the last.
  def tides = with_pages(["The tide at Señal Point", "Nothing of it", "Nor here", "TIDE, and tidefields"])

  def with_pages(lines)
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
    before = kinds(docket).count("document.read")
    sign_in :maren
    visit "/records/#{record.number}/versions/2"
    expect(page).to have_css(".pdf-page[data-page='1'][data-drawn]")
    expect(kinds(docket).last).to eq("document.read")
    expect(kinds(docket).count("document.read")).to eq(before + 1) # it is fetched once
    within(".versions") do
      expect(page).to have_css("[aria-current]", text: "2")
      click_link t("reading.show.version", number: 1, kind: t("version_kinds.captured").downcase)
    end
    expect(page).to have_css(".versions [aria-current]", text: "1")
  end

  # [what stands under +term+, ...] of the seats that are open.
  def told_under(term) = all(".seat-told[open] dt", text: term, exact_text: true).map { |one| one.sibling("dd").text }

  it "tells who stands behind a mark, by what it was signed, and what it covers" do
    docket = shared_docket
    sign_in :maren
    visit "/dockets/#{docket.number}"
    within("#docket-margin") { click_link t("dockets.margin.read") }
    find(".mark-on-page[title='Ines Halloran: #{t("reading.seat_row.signature")}']").click
    expect(told_under(t("reading.seat_row.level"))).to eq([t("reading.seat_row.reached", level: 1)])
    expect(told_under(t("reading.seat_row.proofs"))).to eq([t("methods.link")])
    expect(told_under(t("reading.seat_row.layer")).first).to start_with("2 ")
    within(".seat-told[open]") do
      find("summary", text: t("check.signatures.details")).click
      expect(page).to have_css("dd", text: "Ravensholm")
      expect(page).to have_css("dt", text: t("check.signatures.fingerprint"))
      find("li", text: "Ines Halloran").find("[data-goes]").click
    end
    expect(page).to have_css(".mark-on-page.chosen", count: 1)
    click_button t("reading.marks.strata")
    expect(page).to have_css("dialog[open] svg.strata")
    expect(axe_findings).to eq([])
  end

  it "shows a document that is out as it stands, with what is empty yet, and enters it where the class wants it" do
    docket = sent_docket
    sign_in :maren
    visit "/dockets/#{docket.number}/documents/1"
    expect(page).to have_css(".mark-on-page.open", minimum: 4)
    expect(page).to have_css(".seat-told summary", text: t("party_states.waiting"))
    expect(kinds(docket)).not_to include("document.read")
    docket = sent_docket(record: capture(record_class: read_class))
    visit "/dockets/#{docket.number}/documents/1"
    comes_about { kinds(docket).last == "document.read" }
  end

  it "shows two versions side by side, and leads from difference to difference" do
    record = capture(bytes: tides, title: "Tides")
    later = with_pages(["The tide at Sound Point", "Nothing of it", "Nor here", "TIDE, and tidefields at night"])
    JustSeal::Operations::TakeForRevision.call(staff(:maren), number: record.number)
    bring_back(record, later)
    sign_in :maren
    visit "/records/#{record.number}/versions/2"
    expect(page).to have_css(".pdf-page[data-page='1'][data-drawn]") # until then the links move
    within(".versions") { find("a[aria-label*='1']", text: t("reading.others.beside")).click }
    expect(page).to have_css("[data-changed]", text: t("scripts.reading.changed.other", at: 1, count: 2))
    marked = ->(name) { page.evaluate_script("[...CSS.highlights.get('#{name}')].map(range => range.toString())") }
    comes_about { [marked.call("gone"), marked.call("come")] == [["Sound"], ["Señal"]] }
    click_button t("reading.show.next_change")
    comes_about { marked.call("gone").last(2) == %w[at night] }
    expect(page).to have_css("[data-pages-beside] .pdf-page[data-page='4'][data-drawn]")
    expect(axe_findings).to eq([])
  end
end
