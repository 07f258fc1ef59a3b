# frozen_string_literal: true

RSpec.describe "Placing fields" do
  let(:draft) { ready_draft }

  def open_workbench
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/fields"
    expect(page).to have_css("[data-pages][data-ready]")
  end

  def first_field = page.evaluate_script("document.querySelector('[data-place]').textContent").scan(/\d+/).map(&:to_i)
  def saved(kind, letter) = draft.documents.first.fields_dataset.where(kind: kind, party_id: party(draft, letter).id)

  it "moves, resizes, gives away, doubles and removes by keyboard, and saves each" do
    open_workbench
    field = find(".spot", text: t("field_kinds.signature"), match: :first)
    field.send_keys(:right, :right, :up, %i[shift left])
    expect(first_field).to eq([82, 301, 150, 30])
    field.send_keys(%i[alt right], %i[alt shift down])
    expect(first_field).to eq([82, 291, 151, 40])
    field.send_keys("d")
    expect(page).to have_css(".spot", text: t("field_kinds.signature"), count: 3)
    find(".spot.chosen").send_keys("2")
    find(".spot.chosen").send_keys(:delete)
    expect(page).to have_css(".spot", text: t("field_kinds.signature"), count: 2)
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(
      saved("signature", "A").first.values.slice(
        :x,
        :y,
        :width,
        :height
      ).transform_values(&:to_i)
    ).to eq(x: 82, y: 291, width: 151, height: 40)
  end

  it "moves and resizes by pointer, and stays on the page" do
    open_workbench
    field = find(".spot", text: t("field_kinds.acting_date"))
    box = page.evaluate_script(
      "(() => { const r = [...document.querySelectorAll('.spot')].find(s => s.textContent.includes('Date of " \
      "acting')).getBoundingClientRect(); return [r.left, r.top, r.width, r.height]; })()"
    )
    mouse = page.driver.browser.mouse
    mouse.move(x: box[0] + 30, y: box[1] + 8).down.move(x: box[0] + 90, y: box[1] + 8, steps: 4).up
    expect(first_field.first).to be_between(130, 152)
    field.send_keys(*([%i[shift down]] * 60))
    expect(first_field[1]).to eq(0)
  end

  it "keeps what was placed when leaving at once" do
    open_workbench
    find(".spot", text: t("field_kinds.full_name")).send_keys(:delete)
    click_link t("dockets.fields.check"), class: "btn-primary"
    expect(page).to have_css("h1", text: t("dockets.check.heading"))
    expect(saved("full_name", "A").count).to eq(0)
  end

  it "says when somebody else saved meanwhile" do
    open_workbench
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.refresh.edits,
      fields: usual_fields
    )
    find(".spot", text: t("field_kinds.full_name")).send_keys(:right)
    expect(page).to have_css("[data-save-state]", text: "Somebody else saved")
  end

  it "offers what it finds on the pages: one by a click, one let go, the rest at once" do
    bytes = pdf do |doc|
      canvas = doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 10)
      4.times do |row|
        canvas.text("Signature ______________________________   Date ________________", at: [90, 620 - (row * 60)])
      end
    end
    record = capture(bytes: bytes)
    ready = ready_draft(record: record)
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: ready.number, edits: ready.edits, fields: [])
    prepare_server
    sign_in :maren
    visit "/dockets/#{ready.number}/fields"
    expect(page).to have_text("4 places look as if they wait for fields.")
    expect(axe_findings).to eq([])
    find(".ghost", text: "A Signature?").click
    expect(page).to have_text("3 places look")
    last = find(".ghost", text: "B Date of acting?")
    page.execute_script("arguments[0].focus()", last) # a click would take it
    last.send_keys(:delete)
    expect(page).to have_text("2 places look")
    click_button I18n.t("dockets.fields.accept_all")
    expect(page).to have_css(".spot", count: 3)
    expect(page).to have_no_css(".ghost")
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(ready.documents.first.fields_dataset.order(:kind).select_map(:kind)).to eq(
      %w[
        acting_date
        signature
        signature
      ]
    )
  end

  it "takes steps back and forward, and puts a field on every page" do
    open_workbench
    find(".spot", text: t("field_kinds.full_name")).send_keys(:delete)
    expect(page).to have_no_css(".spot", text: t("field_kinds.full_name"))
    find("body").send_keys([:control, "z"])
    expect(page).to have_css(".spot", text: t("field_kinds.full_name"), count: 1)
    find("body").send_keys([:control, "y"])
    expect(page).to have_no_css(".spot", text: t("field_kinds.full_name"))
    find(".spot", text: t("field_kinds.acting_date")).click
    click_button t("dockets.chosen_field.every_page")
    expect(page).to have_css(".spot", text: t("field_kinds.acting_date"), count: 2)
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(saved("acting_date", "A").select_map(:page).sort).to eq([1, 2])
  end

  def spots(kind) = page.all(".spot", text: kind).to_a
  def shift_click(element) = element.click(:shift)

  def places
    page.evaluate_script(
      "JSON.stringify([...document.querySelectorAll('.spot')].map(s => s.getAttribute('aria-label').match(/at " \
      "(-?\\d+), (-?\\d+)/).slice(1).map(Number)))"
    ).then do |text|
      JSON.parse(text)
    end
  end

  it "aligns, distributes, gives and sizes several at once, and copies them to another docket" do
    open_workbench
    find(".spot", text: t("field_kinds.acting_date")).click
    spots("Signature").each { |element| shift_click(element) }
    expect(page).to have_css("h2", text: "3 fields")
    find(".spot", text: t("field_kinds.acting_date")).send_keys(:right, :right)
    click_button t("scripts.placement.edges.right")
    click_button t("scripts.placement.along.y")
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    rows = draft.documents.first.fields_dataset.exclude(kind: "full_name").order(:y).all
    expect(rows.map { |row| (row.x + row.width).to_f }.uniq).to eq([242.0])
    gaps = rows.each_cons(2).map { |lower, upper| (upper.y - lower.y - lower.height).to_f }
    expect(gaps.first).to be_within(0.05).of(gaps.last)
    find(".spot.chosen", text: t("field_kinds.acting_date")).send_keys("2")
    expect(page).to have_css(".spot.party-B", count: 3)
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    find(".spot.chosen", text: t("field_kinds.acting_date")).send_keys([:control, "c"])
    expect(page).to have_text("3 fields copied")
    other = ready_draft
    visit "/dockets/#{other.number}/fields"
    expect(page).to have_css("[data-pages][data-ready]")
    find("body").send_keys([:control, "v"])
    expect(page).to have_css(".spot", count: 7)
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(other.refresh.documents.first.fields_dataset.where(party_id: party(other, "B").id).count).to eq(4)
  end

  it "chooses with a band, drags a kind from the list, and zooms" do
    open_workbench
    find("body").send_keys([:control, "a"])
    expect(page).to have_css("h2", text: "4 fields")
    box = page.evaluate_script(
      "(() => { const r = document.querySelector('.overlay').getBoundingClientRect(); const s = " \
      "[...document.querySelectorAll('.spot')].map(e => e.getBoundingClientRect()); return [r.left + 5, " \
      "Math.min(...s.map(b => b.top)) - 5, Math.max(...s.map(b => b.right)) + 5, Math.max(...s.map(b => b.top)) - " \
      "20]; })()"
    )
    mouse = page.driver.browser.mouse
    mouse.move(x: box[0], y: box[1]).down.move(x: box[2], y: box[3], steps: 4).up
    expect(page).to have_css("h2", text: "3 fields")
    page.execute_script("document.querySelector('.side').scrollTop = 9999")
    from = page.evaluate_script(
      "(() => { const b = [...document.querySelectorAll('[data-add-kinds] button')].find(e => e.textContent === " \
      "'Tick box').getBoundingClientRect(); return [b.left + 5, b.top + 5]; })()"
    )
    mouse.move(x: from[0], y: from[1]).down.move(x: box[2] + 80, y: box[1] + 40, steps: 6).up
    expect(page).to have_css(".spot", count: 5)
    width = page.evaluate_script("document.querySelector('.spot').getBoundingClientRect().width")
    find("[data-zoom-in]").click
    expect(
      page.evaluate_script("document.querySelector('.spot').getBoundingClientRect().width")
    ).to be_within(1).of(width * 1.25)
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(draft.documents.first.fields_dataset.where(kind: "tick").count).to eq(1)
  end

  it "takes settings, tells what is wrong with them at once, and leads to the field" do
    open_workbench
    find("[data-add-kinds] button", text: t("field_kinds.computed")).click
    fill_in t("dockets.as_template.title"), with: "Share"
    fill_in t("field_settings.formula.label"), with: "dues *"
    expect(page).to have_css(".points .blocks", text: "Share, A on page 1: the formula or condition can’t be read")
    fill_in t("field_settings.formula.label"), with: "yearly_dues * 2"
    expect(page).to have_css(".points li", text: "needs yearly_dues, which the record does not have yet")
    find(".spot", text: t("field_kinds.full_name")).click
    within(".points") { click_link t("readiness_way.field") }
    expect(page).to have_css("h2", text: t("field_kinds.computed"))
    expect(find_field(t("field_settings.formula.label")).value).to eq("yearly_dues * 2")
    select t("field_kinds.money"), from: "Kind"
    check t("field_settings.required.label")
    fill_in t("field_settings.least.label"), with: "five"
    expect(page).to have_css(".points .blocks", text: "“five” is no number")
    fill_in t("field_settings.least.label"), with: "5"
    select "Yearly dues (yearly_dues)", from: t("field_settings.particular.label")
    expect(page).to have_no_css(".points .blocks")
    expect(axe_findings).to eq([])
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(draft.documents.first.fields_dataset.first(kind: "money").settings.to_h).to eq(
      "label" => "Share",
      "required" => true,
      "least" => "5",
      "particular" => "yearly_dues"
    )
  end

  it "keeps the pictures of near pages only, however many pages there are" do
    bytes = StringIO.new("".b).tap do |out|
      HexaPDF::Document.new.tap do |doc|
        200.times do |number|
          doc.pages.add.canvas.font("Helvetica", size: 12).text("Page #{number + 1}", at: [72, 700])
        end
      end.write(out)
    end.string
    long = ready_draft(record: capture(bytes: bytes))
    prepare_server
    sign_in :maren
    visit "/dockets/#{long.number}/fields"
    expect(page).to have_css("[data-pages][data-ready]")
    expect(page).to have_css("[data-thumbs] button", count: 200)
    find("[data-thumbs] button[data-at='1-200']").click
    expect(page).to have_css(".pdf-page[data-page='200'][data-drawn]")
    expect(page).to have_css(".pdf-page[data-drawn]", maximum: 8)
    expect(page).to have_css("[data-page-number]", text: "200", exact_text: true)
  end
end
