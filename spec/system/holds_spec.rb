# frozen_string_literal: true

RSpec.describe "Holds on their pages" do
  include Retained
  include Held

  before do
    open_office
    prepare_server
  end

  after do
    lift_holds
    close_office
  end

  def words(key, **facts) = t("holds.#{key}", **facts)

  it "are placed from a record, widened, asked to be lifted by one, and lifted by another" do
    inquiry_about(kept_class)
    record, other = Array.new(2) { kept_record(kept_class) }
    as("maren") do
      sign_in :maren
      visit "/records/#{record.number}"
      click_link t("records.actions.hold")
      click_button words("edit.place")
      expect(page).to have_css(".problem", text: t("errors.hold_unnamed"))
      expect(page).to have_field(words("terms.records"), with: record.number)
      fill_in words("edit.what_for"), with: "Claim of a spec"
      fill_in words("edit.reason"), with: "The owner of MV Knot claims damages."
      expect(axe_findings).to eq([])
      click_button words("edit.place")
      expect(page).to have_css("[data-test=state]", text: words("show.in_force"))
      work_jobs
      find("summary", text: words("show.widen")).click
      fill_in words("terms.records"), with: other.number
      click_button words("show.widen_do")
      expect(page).to have_css("dd", text: other.number)
      work_jobs
      find("summary", text: words("show.ask")).click
      fill_in words("show.because"), with: "The claim was settled."
      click_button words("show.ask_do")
      expect(page).to have_text(words("show.another_lifts"))
      expect(page).to have_no_button(words("show.lift"))
      expect(axe_findings).to eq([])
      visit "/records/#{record.number}"
      expect(page).to have_css(".notice", text: "Claim of a spec")
      expect(page).to have_no_link(t("records.actions.correct"))
    end
    as("edda") do
      sign_in :edda
      visit "/records/holds"
      click_link "Claim of a spec", match: :first
      expect(page).to have_link(record.title, minimum: 2)
      click_button words("show.lift")
      expect(page).to have_css("[data-test=state]", text: "Lifted on")
      visit "/records/#{record.number}"
      expect(page).to have_no_css(".notice", text: "Claim of a spec")
    end
  end
end
