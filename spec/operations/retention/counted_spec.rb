# frozen_string_literal: true

RSpec.describe JustSeal::Operations::CountRetention do
  include Retained

  ops = JustSeal::Operations

  before { open_office }
  after { close_office }

  def counted(record)
    described_class.call
    JustSeal::Store.db[:retentions].first(record_id: record.id)
  end

  it "follows a schedule that came into force, and whatever happens to a record" do
    code = kept_class
    record = kept_record(code)
    expect(counted(record)).to be_nil
    keep_schedule(code, schedule(start: "date", particular: "ends_on"))
    expect(counted(record)).to include(due_on: nil, waits_for: "date", action: "destroy")
    correct(record, "ends_on" => "2026-05-01")
    expect(counted(record)).to include(due_on: Date.new(2026, 6, 1), waits_for: nil)
  end

  it "follows case files that are closed and opened again, and records that are superseded" do
    code = kept_class
    keep_schedule(code, schedule(start: "closed", action: "transfer"))
    file = case_file
    record = kept_record(code, case_file: file)
    expect(counted(record)).to include(waits_for: "closed")
    ops::CloseCaseFile.call(staff(:maren), code: file.code, closed: true)
    expect(counted(record)).to include(due_on: today + 31, action: "transfer")
    ops::CloseCaseFile.call(staff(:maren), code: file.code, closed: false)
    expect(counted(record)).to include(waits_for: "closed")
    keep_schedule(code, schedule(start: "superseded"), version: 1)
    expect(counted(record)).to include(waits_for: "superseded")
    ops::SupersedeRecord.call(staff(:maren), number: record.number, by: kept_record(code).number.downcase)
    expect(counted(record)).to include(due_on: today + 31)
    ops::SupersedeRecord.new.take_back(staff(:maren), number: record.number)
    expect(counted(record)).to include(waits_for: "superseded")
  end

  it "counts from the seal" do
    code = kept_class
    keep_schedule(code, schedule(start: "sealed"))
    record = kept_record(code)
    expect(counted(record)).to include(waits_for: "sealed")
    docket = sent_docket(record: record)
    sign(docket, "A")
    sign(docket, "B", mark: { "typed" => "Joss Test" })
    work_jobs
    expect(counted(record)).to include(due_on: today + 31)
  end

  it "counts every record once, when two do it at once" do
    code = kept_class
    records = Array.new(4) { kept_record(code) }
    keep_schedule(code, schedule)
    stub_const("#{described_class}::BATCH", 2)
    done = Array.new(2) { Thread.new { described_class.call } }.sum(&:value)
    expect(done).to be >= 4
    days = JustSeal::Store.db[:retentions].where(record_id: records.map(&:id)).select_map(:due_on)
    expect(days).to eq([today + 31] * 4)
    expect(JustSeal::Store.db[:retention_stale].where(record_id: records.map(&:id)).count).to eq(0)
  end

  describe JustSeal::Queries::DueRecords do
    def due(given, name = :maren) = described_class.new(given, sight: sight(name), today: today)

    it "lists by day, a page at a time, and counts years" do
      code = kept_class
      keep_schedule(code, schedule(start: "date", particular: "ends_on"))
      dates = %w[2031-03-01 2029-01-01 2031-01-01]
      records = dates.map { |date| kept_record(code, { "ends_on" => date }) }
      kept_record(code)
      ops::CountRetention.call
      found = due("class" => code)
      expect(found.page.rows.map(&:record)).to eq(records.values_at(1, 2, 0))
      expect(found.years.map { |year| [year.year, year.count] }).to eq([[2029, 1], [2030, 0], [2031, 2]])
      expect(found.overdue_count).to eq(0)
      correct(records[0], "ends_on" => "2029-05-01")
      stub_const("#{JustSeal::Operations::CountRetention}::TALLY", 1)
      ops::CountRetention.call
      expect(due("class" => code).years.map { |year| [year.year, year.count] }).to eq([[2029, 2], [2030, 0], [2031, 1]])
      expect(found.years.size).to eq(3)
      correct(records[0], "ends_on" => "2031-03-01")
      ops::CountRetention.call
      expect(due("class" => code, "year" => "2031").page.rows.size).to eq(2)
      stub_const("#{described_class}::SIZE", 2)
      first = found.page
      expect(found.page(after: first.next_key).rows.map(&:record)).to eq([records.first.refresh])
    end

    it "shows nobody what they may not see" do
      code = kept_class
      keep_schedule(code, schedule)
      file = case_file
      file.update(access: Sequel.pg_jsonb("see" => { "roles" => ["auditor"] }))
      kept_record(code, case_file: file)
      ops::CountRetention.call
      expect(due("class" => code).page.rows.size).to eq(1)
      expect(due({ "class" => code }, :tobias)).to have_attributes(page: have_attributes(rows: []), years: [])
    end
  end
end
