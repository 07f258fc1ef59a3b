# frozen_string_literal: true

RSpec.describe JustSeal::Core::Retention::Schedule do
  facts = JustSeal::Core::Retention::Facts

  def schedule(**said) = described_class.new(count: 10, unit: "years", action: "destroy", **said)
  def sealed(*date) = JustSeal::Core::Retention::Facts.new(sealed: Date.new(*date))

  it "is due on the day after the last one of the period, which has the number of the event's day" do
    due = schedule(start: "sealed").due(sealed(2026, 11, 28))
    expect(due).to have_attributes(action: "destroy", starts_on: Date.new(2026, 11, 28), waits_for: nil)
    expect(due.due_on).to eq(Date.new(2036, 11, 29))
    expect([due.by?(Date.new(2036, 11, 28)), due.by?(Date.new(2036, 11, 29))]).to eq([false, true])
  end

  it "ends with the month where that has no day of the number" do
    expect(schedule(start: "sealed", count: 1).due(sealed(2024, 2, 29)).due_on).to eq(Date.new(2025, 3, 1))
    months = schedule(start: "sealed", count: 1, unit: "months")
    expect(months.due(sealed(2026, 1, 31)).due_on).to eq(Date.new(2026, 3, 1))
  end

  it "counts days, and nothing at all" do
    expect(
      schedule(
        start: "sealed",
        count: 30,
        unit: "days"
      ).due(sealed(2026, 1, 1)).due_on
    ).to eq(Date.new(2026, 2, 1))
    expect(schedule(start: "sealed", count: 0).due(sealed(2026, 1, 1)).due_on).to eq(Date.new(2026, 1, 2))
  end

  it "counts from the end of the calendar year where it says so" do
    due = schedule(start: "sealed", year_end: true).due(sealed(2026, 3, 4))
    expect([due.starts_on, due.due_on]).to eq([Date.new(2026, 12, 31), Date.new(2037, 1, 1)])
  end

  it "waits for an event that has not come, and for a date that is none" do
    expect(schedule(start: "closed").due(sealed(2026, 3, 4))).to have_attributes(due_on: nil, waits_for: "closed")
    dated = schedule(start: "date", particular: "valid_to")
    expect(dated.due(facts.new(particulars: { "valid_to" => "2026-02-30" })).waits_for).to eq("date")
    expect(dated.due(facts.new(particulars: { "valid_to" => "2026-02-28" })).due_on).to eq(Date.new(2036, 2, 29))
  end

  it "never ends where the records are kept for good" do
    due = described_class.new(action: "keep").due(sealed(2026, 3, 4))
    expect(due).to have_attributes(action: "keep", due_on: nil, waits_for: nil)
  end

  describe "by which somebody looks at a record again" do
    day = Date.new(2036, 11, 29)

    def due(outcome, action: "review", **said)
      review = JustSeal::Core::Retention::Review.new(outcome: outcome, due_on: Date.new(2036, 11, 29), **said)
      schedule(start: "sealed", action: action).due(sealed(2026, 11, 28).with(review: review))
    end

    it "is due as was decided then" do
      expect(due("destroy")).to have_attributes(action: "destroy", due_on: day, starts_on: Date.new(2026, 11, 28))
      expect(due("transfer")).to have_attributes(action: "transfer", due_on: day)
      expect(due("keep", keep_until: day + 100)).to have_attributes(action: "review", due_on: day + 100)
      expect(due("keep")).to have_attributes(action: "keep", due_on: nil, waits_for: nil)
    end

    it "is due as it says where that was decided of another day, or it has nobody look at it any more" do
      expect(due("keep", action: "destroy")).to have_attributes(action: "destroy", due_on: day)
      expect(due("destroy", due_on: day + 1)).to have_attributes(action: "review", due_on: day)
    end
  end

  it "reads what it kept" do
    kept = schedule(start: "date", particular: "valid_to", year_end: true, authority: "Board", basis: "Order")
    expect(described_class.read(kept.to_kept)).to eq(kept)
  end

  describe JustSeal::Core::Retention::ScheduleReview do
    def problems(**said)
      good = { start: "sealed", count: 1, unit: "years", action: "destroy", authority: "Board", basis: "Order" }
      described_class.problems(
        JustSeal::Core::Retention::Schedule.new(**good, **said),
        [
          { "name" => "valid_to", "type" => "date" },
          { "name" => "vessel", "type" => "text" }
        ]
      )
    end

    it "finds nothing wrong with what can be counted" do
      expect(problems).to eq({})
      expect(problems(start: "date", particular: "valid_to", count: 0)).to eq({})
      expect(problems(action: "keep", start: nil, count: nil, unit: nil)).to eq({})
    end

    it "finds what can't" do
      expect(problems(start: "date", particular: "vessel").keys).to eq(["particular"])
      expect(problems(start: "moon", count: -1, unit: "ages").keys).to contain_exactly("start", "count", "unit")
      expect(problems(count: nil)["count"]).to eq(JustSeal::Core::Problem.new(:retention_period, limit: 999))
      expect(problems(action: "burn", authority: " ", basis: "x" * 301).keys).to eq(%w[action authority basis])
    end
  end
end
