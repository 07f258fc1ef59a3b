# frozen_string_literal: true

RSpec.describe "Placing fields" do
  let(:draft) { ready_draft }

  def open_workbench
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/where"
    expect(page).to have_css("[data-pages][data-ready]")
  end

  def first_field = page.evaluate_script("document.querySelector('[data-place]').textContent").scan(/\d+/).map(&:to_i)
  def saved(kind, letter) = draft.documents.first.fields_dataset.where(kind: kind, party_id: party(draft, letter).id)

  it "moves, resizes, gives away, doubles and removes by keyboard, and saves each" do
    open_workbench
    field = find(".spot", text: "Signature", match: :first)
    field.send_keys(:right, :right, :up, [:shift, :left])
    expect(first_field).to eq([82, 301, 150, 30])
    field.send_keys([:alt, :right], [:alt, :shift, :down])
    expect(first_field).to eq([82, 291, 151, 40])
    field.send_keys("d")
    expect(page).to have_css(".spot", text: "Signature", count: 3)
    find(".spot.chosen").send_keys("2")
    find(".spot.chosen").send_keys(:delete)
    expect(page).to have_css(".spot", text: "Signature", count: 2)
    expect(page).to have_css("[data-save-state]", text: "Saved", exact_text: true)
    expect(saved("signature", "A").first.values.slice(:x, :y, :width,
      :height).transform_values(&:to_i)).to eq(x: 82, y: 291, width: 151, height: 40)
  end

  it "moves and resizes by pointer, and stays on the page" do
    open_workbench
    field = find(".spot", text: "Date of acting")
    box = page.evaluate_script("(() => { const r = [...document.querySelectorAll('.spot')].find(s => s.textContent.includes('Date of acting')).getBoundingClientRect(); return [r.left, r.top, r.width, r.height]; })()")
    mouse = page.driver.browser.mouse
    mouse.move(x: box[0] + 30, y: box[1] + 8).down.move(x: box[0] + 90, y: box[1] + 8, steps: 4).up
    expect(first_field.first).to be_between(130, 152)
    field.send_keys(*([[:shift, :down]] * 60))
    expect(first_field[1]).to eq(0)
  end

  it "keeps what was placed when leaving at once" do
    open_workbench
    find(".spot", text: "Full name").send_keys(:delete)
    click_link "Check and send", class: "btn-main"
    expect(page).to have_css("h1", text: "Check, then send")
    expect(saved("full_name", "A").count).to eq(0)
  end

  it "says when somebody else saved meanwhile" do
    open_workbench
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: draft.number, edits: draft.refresh.edits, fields: usual_fields)
    find(".spot", text: "Full name").send_keys(:right)
    expect(page).to have_css("[data-save-state]", text: "Somebody else saved")
  end

  it "offers what it finds on the pages: one by a click, one let go, the rest at once" do
    bytes = pdf do |doc|
      canvas = doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 10)
      4.times { |row| canvas.text("Signature ______________________________   Date ________________", at: [90, 620 - (row * 60)]) }
    end
    record = capture(bytes: bytes)
    ready = ready_draft(record: record)
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: ready.number, edits: ready.edits, fields: [])
    prepare_server
    sign_in :maren
    visit "/dockets/#{ready.number}/where"
    expect(page).to have_text("4 places look as if they wait for fields.")
    expect(axe_findings).to eq([])
    find(".ghost", text: "A Signature?").click
    expect(page).to have_text("3 places look")
    find(".ghost", text: "B Date of acting?").send_keys(:delete)
    expect(page).to have_text("2 places look")
    click_button "Take them all"
    expect(page).to have_css(".spot", count: 3)
    expect(page).to have_no_css(".ghost")
    expect(page).to have_css("[data-save-state]", text: "Saved", exact_text: true)
    expect(ready.documents.first.fields_dataset.order(:kind).select_map(:kind)).to eq(%w[acting_date signature signature])
  end

  it "takes steps back and forward, and puts a field on every page" do
    open_workbench
    find(".spot", text: "Full name").send_keys(:delete)
    expect(page).to have_no_css(".spot", text: "Full name")
    find("body").send_keys([:control, "z"])
    expect(page).to have_css(".spot", text: "Full name", count: 1)
    find("body").send_keys([:control, "y"])
    expect(page).to have_no_css(".spot", text: "Full name")
    find(".spot", text: "Date of acting").click
    click_button "On every page"
    expect(page).to have_css(".spot", text: "Date of acting", count: 2)
    expect(page).to have_css("[data-save-state]", text: "Saved", exact_text: true)
    expect(saved("acting_date", "A").select_map(:page).sort).to eq([1, 2])
  end
end
