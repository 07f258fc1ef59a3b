# frozen_string_literal: true

require "csv"

# A page shows so much and no more, and says so; what counts on it counts all.
RSpec.describe "Long lists" do
  include Pages
  include Circulated
  include Disposed

  ops = JustSeal::Operations
  queries = JustSeal::Queries
  pages = JustSeal::Web::Pages

  after { lift_holds }

  def csv(path)
    get(path, {}, header_host)
    last_response.body
  end

  it "are saved whole, in the language of whoever saves them" do
    word = "quay#{SecureRandom.hex(4)}"
    3.times { |count| capture(title: "Licence, #{word} #{count}") }
    sign_in :joss
    path = "/records/list.csv?find=#{word}"
    whole = csv(path)
    stub_const("#{queries}::RecordCsv::SLICE", 1)
    expect(csv(path)).to eq(whole)
    expect(CSV.parse(whole, headers: true).map { |row| row["Title"][-1] }).to eq(%w[2 1 0])
    account(:joss).update(language: "de")
    expect(CSV.parse(csv(path)).first).to include(I18n.t("record_csv.heads.title", locale: :de))
  ensure
    account(:joss).update(language: nil)
  end

  it "of what happened to a record end with its newest steps, and lead to all; corrections are all known" do
    record = capture
    %w[Hawk Heron Hern].each_with_index do |name, edits|
      ops::CorrectRecord.call(
        staff(:maren),
        number: record.number,
        edits: record.refresh.edits,
        title: "MV #{name}",
        particulars: record.particulars.to_h,
        case_file: record.case_file,
        reason: "Another ship #{edits}."
      )
    end
    stub_const("#{queries}::RecordHistory::MAX", 2)
    sign_in :edda
    open_page("/records/#{record.number}")
    expect(page.css("ol.history li").size).to eq(2)
    expect(text).to include(t("records.history.newest", count: 2))
    expect(page.at("a[href='/evidence/entries?chain=#{record.number}']")).to be_truthy
    sign_in :joss
    open_page("/records/#{record.number}")
    expect(text).to include(t("records.history.newest", count: 2))
    expect(text).not_to include(t("records.history.all_entries"))
    history = queries::RecordHistory.of(record.refresh, [])
    titles = history.corrections_since(record.created_at - 1).map { |line| line.entry["facts"].to_s[/MV H\w+/] }
    expect(titles.size).to eq(3)
  end

  it "of what a standing question found mark as reviewed what stood on the page, and no more" do
    2.times { capture }
    watch = ops::KeepStandingQuestion.new.begin(
      staff(:edda),
      { "question" => "missing_pieces", "title" => "Nothing is forgotten", "days" => "30" }
    )
    work_jobs
    all = watch.finds_dataset.fresh.count
    stub_const("#{pages}::Evidence::Watches::MAX_SHOWN", 1)
    sign_in :edda
    expect(open_page("/evidence/watches")).to eq(200)
    section = page.at("section[aria-labelledby='watch-#{watch.id}']")
    expect(section.css("tbody tr").size).to eq(1)
    expect(section.text).to include(t("evidence.watches.first_of", shown: 1, count: all))
    form = section.at("form[action$='/seen']")
    fields = form.css("input[type=hidden]").to_h { |input| [input["name"], input["value"]] }
    late = watch.finds_dataset.fresh.exclude(id: fields["finds"].to_i).first
    post(form["action"], fields.merge("finds" => "#{fields["finds"]} x"), header_host)
    expect(watch.finds_dataset.fresh.select_map(:id)).to include(late.id).and have_attributes(size: all - 1)
    expect(entries_of("watches").last["facts"]).to include("watch" => watch.id, "finds" => 1)
    # What was found again after the page was made is not what stood on it.
    late.update(found_at: office.now + 1)
    post(form["action"], fields.merge("finds" => late.id.to_s), header_host)
    expect(late.refresh.seen_at).to be_nil
  ensure
    watch&.update(ended_at: Time.now)
  end

  it "of a disposal say what has fallen due as well and is on none" do
    code = short_class
    3.times { |count| kept_record(code, {}, title: "Slip #{count}") }
    days_later
    stub_const("#{queries}::DueTo::MOST", 2)
    one = disposal(code, decide: nil)
    expect(one.lines.size).to eq(2)
    sign_in :maren
    open_page("/records/disposals/#{one.number}")
    row = page.css("dl div").find { |div| div.at("dt")&.text == t("disposals.show.left") }
    expect(row.at("dd").text).to eq("1 record")
    other = disposal(code, decide: nil)
    expect(other.lines.size).to eq(1)
    open_page("/records/disposals/#{one.number}")
    expect(text).not_to include(t("disposals.show.left"))
  end

  # The numbers on +path+ and on what "Older" leads to, and how many pages there were.
  def numbers_by_pages(path, most: 40)
    found = []
    count = 0
    while path && (count += 1) <= most
      open_page(path)
      found += page.css("table.list tbody tr td.number:first-child").map { |cell| cell.text.strip }
      path = page.css("p.more a").first&.[]("href")
    end
    [found, count]
  end

  it "of disposals and holds go on page by page, those in force first" do
    code = short_class
    2.times { |count| kept_record(code, {}, title: "Slip #{count}") }
    days_later
    stub_const("#{queries}::DueTo::MOST", 1)
    listed = Array.new(2) { disposal(code, decide: nil).number }
    held = Array.new(2) { hold("class" => [code]) }
    lift(held.last)
    sign_in :edda
    { "Disposals" => listed.reverse, "Holds" => held.map(&:number) }.each do |name, wanted|
      whole, = numbers_by_pages("/records/#{name.downcase}")
      stub_const("#{queries}::#{name}::SIZE", [whole.size - 1, 30].min)
      found, count = numbers_by_pages("/records/#{name.downcase}")
      expect(count).to be >= 2
      expect(found).to eq(whole)
      expect(found & wanted).to eq(wanted)
    end
  end

  it "of inquiries count all that are open, and offer all of them to holds" do
    given = { "asked_by" => "Court", "mandate" => "Act", "question" => "Who?", "worker_id" => account(:maren).id }
    days = { "from" => (Date.today - 30).iso8601, "until" => Date.today.iso8601, "due_on" => (Date.today + 7).iso8601 }
    opened = Array.new(2) { ops::SaveInquiry.new.open(staff(:maren), given.merge(days)) }
    stub_const("#{queries}::InquiryList::SIZE", 1)
    sign_in :maren
    open_page("/evidence/inquiries")
    open = JustSeal::Store::Inquiry.unfinished.count
    expect(page.at(".margin dd").text).to eq(I18n.t("counts.inquiry", count: open, number: open.to_s))
    open_page("/records/holds/new")
    offered = page.css("select option, input[type=checkbox]").map { |one| one["value"] }
    expect(offered).to include(*opened.map(&:number))
  end

  it "of units say how many others there are" do
    units = Array.new(3) { unit_with(1).first }
    circulation = started_circulation({ "units" => units })
    stub_const("#{pages}::Circulations::Show::MAX_UNITS", 2)
    sign_in :maren
    open_page("/circulations/#{circulation.number}")
    expect(page.css(".units-roll tr").size).to eq(2)
    expect(text).to include(t("circulations.show.units_left", count: 1))
  end
end
