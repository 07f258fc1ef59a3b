# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SaveSchedule do
  include Retained
  include CountedQueries

  ops = JustSeal::Operations
  errors = JustSeal::Errors

  before { open_office }
  after { close_office }

  it "writes versions that hold once somebody else has published them, and tells the ledger" do
    code = kept_class
    row = described_class.call(staff(:maren), code: code, schedule: schedule, starts_at: office.now, version: 0)
    record = kept_record(code)
    expect(retention(record).due).to be_nil
    demand_second do
      expect { ops::PublishSchedule.call(staff(:maren), code: code, version: 1) }.to raise_error(errors::Forbidden)
      ops::PublishSchedule.call(staff(:edda), code: code, version: 1)
    end
    expect(retention(record)).to have_attributes(version: row)
    expect(retention(record).due.due_on).to eq(today + 31)
    told = entries_of("retention").last(2)
    expect(told.map { |entry| entry["kind"] }).to eq(%w[retention.written retention.published])
    expect(told.last["facts"]).to include("class" => code, "looked" => 1, "changed" => 1, "sooner" => 1, "overdue" => 0)
  end

  it "is published by its writer where the office has decided that for its rulebook" do
    code = kept_class
    described_class.call(staff(:maren), code: code, schedule: schedule, starts_at: office.now, version: 0)
    ops::PublishSchedule.call(staff(:maren), code: code, version: 1)
    expect(retention(kept_record(code)).version.publication.published_by).to eq(account(:maren).id)
  end

  it "never holds before its start" do
    code = kept_class
    keep_schedule(code, schedule, starts_at: office.now + 86_400)
    record = kept_record(code)
    expect(retention(record).version).to be_nil
    clock.offset = 86_500
    expect(retention(record).version.version).to eq(1)
  end

  it "refuses the second of two who wrote at once, what nobody can count, and a start that is over" do
    code = kept_class
    write = lambda { |version, said = schedule, starts = office.now|
      described_class.call(staff(:maren), code: code, schedule: said, starts_at: starts, version: version)
    }
    write.call(0)
    expect { write.call(0) }.to raise_error(errors::Conflict)
    expect { write.call(1, schedule.with(count: nil)) }.to raise_error(errors::Invalid)
    expect { write.call(1, schedule, office.now - 90_000) }.to raise_error(errors::Invalid)
    expect { described_class.call(staff(:tobias), code: code, schedule: schedule, starts_at: office.now, version: 1) }
      .to raise_error(errors::Forbidden)
  end

  it "publishes no version beneath one that is published" do
    code = kept_class
    2.times do |version|
      described_class.call(staff(:maren), code: code, schedule: schedule, starts_at: office.now, version: version)
    end
    ops::PublishSchedule.call(staff(:edda), code: code, version: 2)
    expect { ops::PublishSchedule.call(staff(:edda), code: code, version: 1) }.to raise_error(errors::Conflict)
  end

  it "is that of the class above, until a class has its own" do
    above = kept_class
    below = kept_class(parent: above)
    keep_schedule(above, schedule)
    record = kept_record(below)
    expect(retention(record).holder.code).to eq(above)
    keep_schedule(below, schedule(count: 7))
    expect(retention(record)).to have_attributes(due: have_attributes(due_on: today + 8))
  end

  it "lets nobody change a version, not even by hand" do
    code = kept_class
    keep_schedule(code, schedule)
    rows = JustSeal::Store.db[:retention_versions]
    expect { rows.update(version: 9) }.to raise_error(Sequel::DatabaseError, /permission denied/)
  end

  describe JustSeal::Queries::RetentionEffect do
    def effect(code, said)
      row = JustSeal::Queries::RetentionVersions.draft(JustSeal::Store::RecordClass.first(code: code), said)
      described_class.new(row, sight: sight, at: office.now, zone: office.zone)
    end

    it "lists what would fall due otherwise, class beneath class, a page at a time" do
      above = kept_class
      below = kept_class(parent: above)
      own = kept_class(parent: above)
      keep_schedule(above, schedule)
      keep_schedule(own, schedule)
      records = [kept_record(above), kept_record(below)]
      kept_record(own)
      found = effect(above, schedule(count: 10))
      expect(found.page.rows.map { |change| change.record.number }).to eq(records.map(&:number))
      expect(found.figures).to have_attributes(looked: 2, changed: 2, sooner: 2, overdue: 0, more: false)
      expect(effect(above, schedule).page.rows).to eq([])
      stub_const("#{described_class}::SIZE", 1)
      first = found.page
      expect([first.rows.size, found.page(after: first.next_key).rows.map(&:record)]).to eq([1, [records.last]])
    end

    it "asks as many queries for many records as for one" do
      code = kept_class
      kept_record(code)
      few = queries { effect(code, schedule).page }
      3.times { kept_record(code) }
      expect(queries { effect(code, schedule).page }).to eq(few)
    end
  end
end
