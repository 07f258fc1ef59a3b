# frozen_string_literal: true

RSpec.describe "Disposals on their pages" do
  include Disposed

  before do
    open_office
    prepare_server
  end

  after { close_office }

  def words(key, **facts) = t("disposals.#{key}", **facts)
  def state(key) = have_css("[data-test=state]", text: words("states.#{key}"))

  def tick(record) = find("input[aria-label='#{record.number}']").check

  def prepare(code)
    visit "/records/disposals"
    click_link words("list.new")
    click_button words("edit.prepare")
    expect(page).to have_css(".problem", text: t("errors.disposal_unnamed"))
    fill_in words("edit.what"), with: "Slips of the spring"
    select "#{code} Mooring slips", from: words("edit.record_class")
    select "#{certificates.code} Certificates", from: words("edit.certificate_class")
    select "BL-1 Berth licences", from: words("edit.certificate_file")
    expect(axe_findings).to eq([])
    click_button words("edit.prepare")
    expect(page).to state("review")
  end

  it "are prepared and looked at by one, approved by two, carried out, and leave stubs" do
    code = short_class(title: "Mooring slips")
    records = Array.new(3) { |index| kept_record(code, {}, title: "Slip #{index}") }
    days_later
    JustSeal::Operations::CountRetention.call
    number = nil
    as("maren") do
      sign_in :maren
      prepare(code)
      number = page.current_path.split("/").last
      tick records.first
      click_button words("lines.keep")
      expect(page).to have_text(t("errors.say_why_kept"))
      expect(page).to have_css("input[aria-label='#{records.first.number}']:checked")
      fill_in words("lines.because"), with: "Of use to the museum."
      click_button words("lines.keep")
      expect(page).to have_text("Of use to the museum.")
      visit "/records/disposals/#{number}?shown=undecided"
      expect(page).to have_no_text("Of use to the museum.")
      find("input[data-tick-all]").check
      expect(page).to have_css("input[name='lines[]']:checked", count: 2)
      click_button words("lines.destroy")
      expect(axe_findings).to eq([])
      visit "/records/due?class=#{code}"
      expect(page).to have_link(number, count: 3)
      expect(axe_findings).to eq([])
      visit "/records/#{records.first.number}"
      expect(page).to have_css("p", text: "#{t("records.keeping.on_list")} #{number}")
      click_link number
      click_button words("steps.hand_over")
      click_button words("steps.approve")
      expect(page).to have_no_button(words("steps.approve"))
      expect(page).to state("approval")
    end
    as("edda") do
      sign_in :edda
      visit "/records/disposals/#{number}"
      click_button words("steps.approve")
      expect(page).to state("running")
      work_jobs
      clock.offset += 1_000
      work_jobs
      visit page.current_path
      expect(page).to state("done")
      expect(axe_findings).to eq([])
      click_link records.last.number
      expect(page).to have_text(t("records.show.destroyed"))
      expect(page).to have_no_link(t("records.actions.correct"))
      expect(axe_findings).to eq([])
      expect(page).to have_link(t("records.stub.take"))
      visit "/records/#{records.first.number}"
      expect(page).to have_no_link(t("records.stub.take"))
    end
  end
end
