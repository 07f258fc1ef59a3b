# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SupersedeRecord do
  include Retained

  errors = JustSeal::Errors

  before { open_office }
  after { close_office }

  def outcome
    yield
    :done
  rescue JustSeal::Errors::Conflict => e
    e.class
  end

  def supersede(record, by) = described_class.call(staff(:tobias), number: record.number, by: by.number)

  it "is told on the record's chain, and taken back there" do
    old, fresh = Array.new(2) { kept_record(kept_class) }
    supersede(old, fresh)
    expect(JustSeal::Store::RecordSuccession.live.first(record_id: old.id).successor).to eq(fresh)
    described_class.new.take_back(staff(:tobias), number: old.number)
    told = entries_of(old.number).last(2)
    expect(told.map { |entry| entry.values_at("kind", "facts") }).to eq(
      [
        ["record.superseded", { "by" => fresh.number }],
        ["record.superseded_not", { "by" => fresh.number }]
      ]
    )
  end

  it "refuses itself, a circle, a second one, and what is not there" do
    first, second, third = Array.new(3) { kept_record(kept_class) }
    supersede(first, second)
    supersede(second, third)
    expect { supersede(third, first) }.to raise_error(errors::Invalid)
    expect { supersede(third, third) }.to raise_error(errors::Invalid)
    expect { supersede(first, third) }.to raise_error(errors::Conflict)
    expect { described_class.call(staff(:tobias), number: third.number, by: "NO-1") }.to raise_error(errors::Invalid)
  end

  it "names no record that somebody may not see" do
    file = case_file
    old, fresh = [{}, { case_file: file }].map { |options| kept_record(kept_class, **options) }
    described_class.call(staff(:maren), number: old.number, by: fresh.number)
    file.update(access: Sequel.pg_jsonb("see" => { "roles" => ["auditor"] }))
    shown = ->(name) { JustSeal::Queries::RecordOverview.new(old, sight: sight(name)).successor }
    expect([shown.call(:maren), shown.call(:tobias)]).to eq([fresh, nil])
  end

  it "lets one of two at once win" do
    record, *others = Array.new(3) { kept_record(kept_class) }
    threads = others.map { |by| Thread.new { outcome { supersede(record, by) } } }
    expect(threads.map(&:value)).to contain_exactly(:done, errors::Conflict)
  end
end
