# frozen_string_literal: true

RSpec.describe "Ways of placing fields" do
  # Labels with room after them, as forms have it.
  def form
    pdf do |doc|
      canvas = doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 10)
      canvas.text("Port of call", at: [90, 620])
      canvas.text("Agent ______________________________", at: [90, 580])
    end
  end

  let(:draft) do
    ready_draft(record: capture(bytes: form)).tap do |docket|
      JustSeal::Operations::PlaceFields.call(staff(:maren), number: docket.number, edits: docket.edits, fields: [])
    end
  end

  def open_workbench
    draft
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/fields"
    expect(page).to have_css("[data-pages][data-ready]")
    expect(page).to have_css(".ghost")
  end

  def saved = draft.documents.first.fields_dataset.order(:id).all
  def kept? = expect(page).to(have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true))

  # A click at points from the lower left corner of the first page, and the kind that is put there.
  def put(kind, x, y)
    at = page.evaluate_script(<<~JS)
      (() => {
        const page = document.querySelector(".pdf-page");
        page.scrollIntoView();
        const box = page.getBoundingClientRect();
        const scale = page.clientWidth / 595;
        return [box.left + #{x} * scale, box.top + page.clientHeight - #{y} * scale];
      })()
    JS
    page.driver.browser.mouse.click(x: at[0], y: at[1])
    within("[data-chooser]") { click_button t("field_kinds.#{kind}"), exact: true }
  end

  it "takes what a field is called from the words beside it, and its width from the line that waits there" do
    open_workbench
    put("text", 160, 624)
    comes_about { saved.map { |field| [field.settings["label"], field.key] } == [["Port of call", "port_of_call"]] }
    ghosts = page.all(".ghost").count
    put("text", 150, 576)
    comes_about { saved.size == 2 }
    expect(page).to have_css(".ghost", count: ghosts - 1)
    expect([saved.last.key, saved.last.settings["label"]]).to eq(%w[agent Agent])
    expect(saved.last.width).to be_between(120, 175)
  end

  it "puts a copy beside the original, with a name that counts on, and renames in place" do
    open_workbench
    put("text", 160, 624)
    comes_about { saved.map(&:key) == ["port_of_call"] }
    field = find(".spot.chosen")
    field.send_keys([:control, "c"], [:control, "v"])
    comes_about { saved.map(&:key) == %w[port_of_call port_of_call_2] }
    expect(saved.last.x - saved.first.x).to eq(12)
    find(".spot.chosen").send_keys(:f2)
    find(".renaming").send_keys([:control, "a"], "Last port", :enter)
    comes_about { saved.last.settings["label"] == "Last port" }
    expect(axe_findings).to eq([])
  end

  it "sizes several at once and says that they have to be filled in" do
    open_workbench
    put("text", 160, 624)
    find(".spot.chosen").send_keys("d")
    comes_about { saved.size == 2 }
    find("body").send_keys([:control, "a"])
    find_field(t("scripts.placement.width")).send_keys("90", :tab)
    click_button t("scripts.placement.wanted")
    comes_about { saved.map { |field| [field.width.to_i, field.settings["required"]] } == [[90, true]] * 2 }
  end

  it "wants initials unless somebody says that it need not be" do
    open_workbench
    put("initials", 160, 300)
    comes_about { saved.map { |field| field.settings["required"] } == [true] }
  end

  it "keeps all but what can't be kept, and names the field and what is wrong with it" do
    open_workbench
    put("number", 160, 624)
    comes_about { saved.size == 1 }
    fill_in t("field_settings.unit.label"), with: "u" * 30
    expect(page).to have_css("[data-save-state]", text: "Port of call")
    expect(page).to have_css("[data-chosen-problems]", text: t("errors.characters", count: 20))
    put("signature", 160, 300)
    comes_about { saved.map(&:kind) == %w[number signature] }
    find(".spot", text: "Port of call").click
    fill_in t("field_settings.unit.label"), with: "m"
    comes_about { saved.first.settings["unit"] == "m" }
    kept?
  end

  it "gives a proposal another kind before it is taken" do
    open_workbench
    page.execute_script("document.querySelector('.ghost').focus()")
    find(".ghost:focus").send_keys("k")
    within("[data-chooser]") { click_button t("field_kinds.money"), exact: true }
    expect(page).to have_css(".ghost:focus")
    find(".ghost:focus").send_keys(:enter)
    comes_about { saved.map(&:kind) == ["money"] }
  end

  it "drops a set as one, and its names count on together when it is dropped again" do
    JustSeal::Store::FieldSet.live.update(retired_at: Time.now)
    definition = JustSeal::Queries::FieldSetStarters.definition("postal_address")
    name = "address_#{SecureRandom.hex(3)}"
    JustSeal::Operations::SaveFieldSet.call(staff(:maren), name: name, definition: definition)
    open_workbench
    2.times { within("[data-add-sets]") { click_button "Postal address" } }
    comes_about { saved.size == 8 }
    expect(saved.map(&:key)).to eq(%w[street postcode town country street_2 postcode_2 town_2 country_2])
    expect(saved.first.settings.to_h).to include("set" => "#{name}/1/street", "required" => true)
    expect(saved[2].y).to eq(saved[1].y)
    kept?
    click_link t("dockets.fields.check"), class: "btn-primary"
    find("a[aria-label*='A, Ines Halloran']").click
    expect(page).to have_css("[data-room][data-ready]")
    country = find(".typed-here [aria-label^='Country']", match: :first)
    expect(country["list"]).to be_truthy # one types the beginning of its name
    country.send_keys("Norw", :tab)
    expect(page).to have_css(".says-here")
    country.send_keys([:control, "a"], "Norway", :tab)
    expect(page).to have_no_css(".says-here")
  end
end
