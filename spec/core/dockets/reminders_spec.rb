# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Reminders do
  began = Time.utc(2026, 11, 2, 9)
  deadline = began + (14 * 86_400)
  define_method(:day) { |number| began + (number * 86_400) }
  define_method(:plan) { |**values| described_class::Plan.new(invited_at: began, **values) }
  define_method(:due) { |**values| described_class.due(plan(**values), deadline: deadline) }

  it "reminds after some days, then every so many, and before the deadline" do
    expect(due(after_days: 3)).to eq(day(3))
    expect(due(after_days: 3, every_days: 2, reminded_at: day(3))).to eq(day(5))
    expect(due(after_days: 3, reminded_at: day(3))).to be_nil
    expect(due(before_days: 2)).to eq(day(12))
    expect(due(after_days: 3, every_days: 20, before_days: 2, reminded_at: day(3))).to eq(day(12))
    expect(due(before_days: 2, reminded_at: day(12))).to be_nil
  end

  it "reminds nobody who was not invited, nor at the deadline or later" do
    expect(described_class.due(described_class::Plan.new(after_days: 1), deadline: deadline)).to be_nil
    expect([due(after_days: 14), due(after_days: 30), due]).to eq([nil] * 3)
    expect(due(before_days: 30)).to be_nil
  end

  it "says when there is something to do next, the warning of the sender included" do
    next_time = lambda { |plans, warned: false, now: began|
      described_class.next(plans, deadline: deadline, warned: warned, now: now)
    }
    expect(next_time.call([plan(after_days: 5), plan(after_days: 3)])).to eq(day(3))
    expect(next_time.call([])).to eq(day(13))
    expect(next_time.call([], warned: true)).to be_nil
    expect(next_time.call([], now: day(13.5))).to be_nil
  end

  it "warns within the last day, once" do
    warn = ->(now, warned = false) { described_class.warn?(deadline: deadline, warned: warned, now: now) }
    expect(
      [
        warn.call(day(12.9)),
        warn.call(day(13)),
        warn.call(day(13.5), true),
        warn.call(day(14))
      ]
    ).to eq([false, true, false, false])
  end
end
