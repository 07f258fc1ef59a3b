# frozen_string_literal: true

RSpec.describe "Building a form from an empty page" do
  let(:draft) do
    ready_draft(record: capture(bytes: pdf("", ""))).tap do |docket|
      JustSeal::Operations::PlaceFields.call(staff(:maren), number: docket.number, edits: docket.edits, fields: [])
    end
  end

  def open_workbench
    draft
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/fields"
    expect(page).to have_css("[data-pages][data-ready]")
    @steps = 0
  end

  # One thing that a person does.
  def step
    @steps += 1
    yield
  end

  def press(*keys) = step { find("body").send_keys(*keys) }
  def saved = draft.documents.first.fields_dataset.order(:id).all
  def shown(count) = expect(page).to(have_css(".spot", count: count))

  # What was built is kept, each field with a name of its own, and none over another.
  def built(count)
    shown(count)
    comes_about { saved.size == count }
    expect(saved.map(&:key).uniq.size).to eq(count)
    places = saved.map { |field| [field.page, field.x.to_i, field.y.to_i] }
    expect(places.uniq.size).to eq(count)
  end

  # The first field by the pointer, near the upper left corner of the page.
  def put_first
    at = page.evaluate_script(<<~JS)
      (() => {
        const box = document.querySelector(".pdf-page").getBoundingClientRect();
        return [box.left + 40, box.top + 60];
      })()
    JS
    step { page.driver.browser.mouse.click(x: at[0], y: at[1]) }
    step { within("[data-chooser]") { click_button t("field_kinds.text"), exact: true } }
    shown(1)
  end

  # A column of +count+, each beneath the one before.
  def column(count)
    put_first
    (count - 1).times { step { find(".spot.chosen").send_keys("d") } }
    shown(count)
  end

  # What is chosen once more, further to the right.
  def again(count)
    press([:control, "c"])
    press([:control, "v"])
    shown(count)
    14.times { step { find(".spot:focus").send_keys(%i[shift right]) } }
  end

  { 25 => 1, 40 => 2, 60 => 3 }.each do |count, columns|
    it "takes #{count} fields by pointer and keys" do
      open_workbench
      tall = count / columns
      column(tall)
      press([:control, "a"])
      (columns - 1).times { |index| again(tall * (index + 2)) }
      built(tall * columns)
      warn "#{count} fields by pointer and keys: #{@steps} steps" if ENV["SAY_STEPS"]
      expect(@steps).to be < (count * 1.2)
    end
  end

  {
    25 => { "vessel" => 5 },
    40 => { "vessel" => 4, "postal_address" => 5 },
    60 => { "vessel" => 4, "postal_address" => 10 }
  }
    .each do |count, sets|
    it "takes #{count} fields by sets" do
      JustSeal::Store::FieldSet.live.update(retired_at: Time.now)
      sets.each_key do |name|
        definition = JustSeal::Queries::FieldSetStarters.definition(name)
        JustSeal::Operations::SaveFieldSet.call(
          staff(:maren),
          name: "#{name}_#{SecureRandom.hex(3)}",
          definition: definition
        )
      end
      open_workbench
      titles = sets.flat_map { |name, times| [JustSeal::Queries::FieldSetStarters.definition(name)["title"]] * times }
      titles.each_with_index do |title, index|
        step { find("[data-thumbs] button:last-child").click } if index == 8
        step { within("[data-add-sets]") { click_button title } }
      end
      built(count)
      warn "#{count} fields by sets: #{@steps} steps" if ENV["SAY_STEPS"]
      expect(@steps).to be <= 15
    end
  end
end
