# frozen_string_literal: true

RSpec.describe JustSeal::Queries::Questions::WhoAcknowledged do
  include Circulated

  day = 86_400

  def scope
    JustSeal::Queries::InquiryScope.new(
      { "from" => (Date.today - 30).iso8601, "until" => (Date.today + 400).iso8601 },
      zone: office.zone
    )
  end

  def ask(**params)
    given = { "record" => "", "version" => "", "day" => "", **params.transform_keys(&:to_s) }
    described_class.new(scope, given).call
  end

  def figure(answer, name) = answer["figures"].find { |one| one["name"] == name }&.fetch("value")

  def names(answer, list)
    found = answer["lists"].find { |one| one["name"] == list }
    found["rows"].map { |row| row[found["columns"].index { |column| column["name"] == "name" }] }
  end

  def today = office.zone.to_local(office.now).to_date

  it "tells who had acted on a version by a day, and who had been asked and had not" do
    unit, people = unit_with(3)
    circulation = started_circulation({ "units" => [unit] }, declaration: "I have read it", due_days: 60)
    record = circulation.record
    first, second = circulation.recipients
    act_on(first, declaration: "I have read it")
    on_first_day = today
    clock.offset += 5 * day
    act_on(second, declaration: "I have read it")
    then_ = ask(record: record.number, version: "1", day: on_first_day.iso8601)
    expect(names(then_, "acknowledged")).to eq([people[0].name])
    expect(names(then_, "not_acknowledged")).to eq(people.drop(1).map(&:name))
    later = ask(record: record.number)
    expect(names(later, "acknowledged")).to eq(people.first(2).map(&:name))
    expect(figure(later, "version")).to eq(1)
    entry = JustSeal::Store.db[:ledger_entries].where(
      docket: first.refresh.docket.number,
      kind: "party.acted"
    ).get(:hash)
    expect(then_["lists"].first["rows"].first).to include(entry, "I have read it")
    expect(figure(ask(record: record.number, day: (on_first_day - 2).iso8601), "found")).to eq(
      "said" => "never_circulated"
    )
    expect(figure(ask(record: record.number, version: "7"), "found")).to eq("said" => "never_circulated")
    expect(figure(ask(record: "SP-1-1"), "found")).to eq("said" => "nothing")
  end

  it "says what is wrong with what was typed" do
    problems = described_class.problems("record" => "", "version" => "x", "day" => "yesterday")
    expect(problems).to eq("record" => :subject_missing, "version" => :version_number_wrong, "day" => :day_wrong)
  end
end
