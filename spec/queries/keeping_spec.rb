# frozen_string_literal: true

RSpec.describe JustSeal::Queries::Keeping do
  include Disposed

  before { open_office }

  after do
    lift_holds
    close_office
  end

  def counts(name)
    { approvals: 0, lifts: 0, schedules: 0, due: 0 }.merge(described_class.new(account(name), today: today).counts)
  end

  def desk(name) = JustSeal::Queries::Desk.new(account(name), now: office.now).keeping

  it "tells the second person what the first one began, and both what has fallen due" do
    before = %i[maren edda].to_h { |name| [name, counts(name)] }
    code = short_class
    kept_record(code)
    JustSeal::Operations::SaveSchedule.call(
      staff(:maren),
      code: code,
      schedule: schedule,
      starts_at: office.now,
      version: 1
    )
    one = hold("class" => [kept_class])
    JustSeal::Operations::LiftHold.new.ask(staff(:maren), number: one.number, because: "Settled.")
    days_later
    JustSeal::Operations::CountRetention.call
    rise = ->(name) { counts(name).to_h { |what, count| [what, count - before[name][what]] } }
    expect(rise.call(:edda)).to include(lifts: 1, schedules: 1, due: be >= 1)
    expect(rise.call(:maren)).to include(lifts: 0, schedules: 0, due: be >= 1)
    due = counts(:edda)[:due]
    list = disposal(code)
    expect(counts(:edda)[:due]).to eq(due - 1)
    review.hand_over(staff(:maren), number: list.number)
    review.approve(staff(:maren), number: list.number, seen: seen(list))
    expect(counts(:edda)[:approvals]).to eq(counts(:maren)[:approvals] + 1)
    expect([desk(:edda), desk(:tobias)]).to match([include(approvals: be >= 1), {}])
    review.end(staff(:maren), number: list.number)
  end

  it "is among the condition of the office" do
    code = short_class
    record = kept_record(code)
    days_later
    JustSeal::Operations::CountRetention.call
    hold("record" => [record.number])
    work_jobs
    points = JustSeal::Queries::OfficeCondition.new(office: office, now: office.now).points.to_h do |one|
      [one.what, one]
    end
    expect(points[:due]).to have_attributes(fine: false, facts: { count: be >= 1 })
    expect(points[:held].facts).to include(count: be >= 1, holds: be >= 1)
    expect(points[:unrenewed].facts).to eq({ count: JustSeal::Store.db[:seal_health].exclude(problem: nil).count })
  end
end
