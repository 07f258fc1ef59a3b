# frozen_string_literal: true

RSpec.describe "How long records are kept, on its pages" do
  include Retained

  before do
    prepare_server
    JustSeal::Store::OfficeChoices.set("rulebook_alone", "no")
  end

  after { JustSeal::Store::OfficeChoices.set("rulebook_alone", "yes") }

  def words(key, **facts) = t("retention.#{key}", **facts)

  def write_schedule(count)
    click_link words("show.new")
    select words("edit.actions.destroy"), from: words("edit.action")
    select words("edit.starts.date", label: "Ends on"), from: words("edit.start")
    fill_in words("edit.count"), with: count
    select words("edit.units.days"), from: words("edit.unit")
    fill_in words("edit.basis"), with: "Harbour Order, § 3"
    fill_in words("edit.holds_from"), with: today.iso8601
  end

  it "is written by one and published by another, with what it changes before both" do
    code = kept_class(title: "Quay slips")
    record = kept_record(code, { "ends_on" => "2026-05-01" })
    as("maren") do
      sign_in :maren
      visit "/rules/retention"
      click_link "Quay slips"
      write_schedule("x")
      click_button words("edit.save")
      expect(page).to have_css(".problem", text: t("errors.retention_period", limit: 999))
      expect(page).to have_css(".problem", text: t("errors.retention_authority_missing"))
      expect(page).to have_field(words("edit.basis"), with: "Harbour Order, § 3")
      fill_in words("edit.count"), with: "30"
      fill_in words("edit.authority"), with: "The board"
      click_button words("edit.look")
      expect(page).to have_link(record.number)
      expect(axe_findings).to eq([])
      click_button words("edit.save")
      expect(page).to have_text(words("show.waits_for_another", name: "Maren Test"))
      expect(page).to have_no_button(words("show.publish"))
    end
    as("edda") do
      sign_in :edda
      visit "/rules/retention/#{code}"
      expect(page).to have_link(record.number)
      click_button words("show.publish")
      expect(page).to have_text("published by Edda Test")
      expect(axe_findings).to eq([])
      JustSeal::Operations::CountRetention.call
      visit "/records/due?class=#{code}"
      expect(page).to have_css("td .late", text: "1 Jun 2026")
      expect(axe_findings).to eq([])
      click_link record.title
      expect(page).to have_css("#record-margin", text: words("due.destroy", day: "1 Jun 2026"))
      expect(page).to have_text("Harbour Order, § 3")
    end
  end

  def choices = "components.review_choice"

  it "has somebody look at records again, who decides what becomes of them" do
    code = kept_class(title: "Quay logs")
    records = Array.new(2) { kept_record(code, { "ends_on" => "2026-01-01" }) }
    keep_schedule(code, schedule(start: "date", particular: "ends_on", action: "review"))
    JustSeal::Operations::CountRetention.call
    sign_in :maren
    visit "/records/due?class=#{code}&action=review"
    find("input[aria-label='#{records.first.number}']").check
    select t("#{choices}.outcomes.keep"), from: t("#{choices}.outcome")
    fill_in t("#{choices}.keep_until"), with: today - 1
    click_button t("due_records.list.decide")
    expect(page).to have_css(".problem", text: t("errors.keep_until_past"))
    expect(page).to have_css(".problem", text: t("errors.say_why_reviewed"))
    expect(page).to have_css("input[aria-label='#{records.first.number}']:checked")
    expect(axe_findings).to eq([])
    fill_in t("#{choices}.keep_until"), with: today + 400
    fill_in t("#{choices}.because"), with: "The pilots still ask for them."
    click_button t("due_records.list.decide")
    expect(page).to have_current_path("/records/due?class=#{code}&action=review")
    expect(page).to have_no_css("input[aria-label='#{records.first.number}']")
    expect(page).to have_css("input[aria-label='#{records.last.number}']")
    visit "/records/#{records.first.number}"
    expect(page).to have_text("The pilots still ask for them.")
    find("summary", text: t("records.show.review_anew")).click
    select t("#{choices}.outcomes.destroy"), from: t("#{choices}.outcome")
    fill_in t("#{choices}.because"), with: "Nobody asks any more."
    click_button t("records.keeping.decide")
    expect(page).to have_text(words("due.destroy", day: "1 Feb 2026"))
    expect(page).to have_text("Maren Test decided on")
    expect(page).to have_text("was due to be looked at again from 1 Feb 2026 on, to have it destroyed: Nobody asks")
    expect(axe_findings).to eq([])
  end

  it "says of a record that another took its place" do
    code = kept_class
    old, fresh = Array.new(2) { kept_record(code) }
    sign_in :maren
    visit "/records/#{old.number}"
    find("summary", text: t("records.keeping.supersede")).click
    fill_in t("records.keeping.by"), with: "none"
    click_button t("records.keeping.supersede_do")
    fill_in t("records.keeping.by"), with: fresh.number
    click_button t("records.keeping.supersede_do")
    expect(page).to have_text(t("records.keeping.superseded_by"))
    expect(axe_findings).to eq([])
    click_link fresh.number, match: :first
    expect(page).to have_text(t("records.keeping.supersedes"))
    visit "/records/#{old.number}"
    click_button t("records.keeping.not_superseded")
    expect(page).to have_css("summary", text: t("records.keeping.supersede"))
  end
end
