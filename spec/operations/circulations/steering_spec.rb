# frozen_string_literal: true

RSpec.describe JustSeal::Operations::ChangeRecipient do
  include Circulated

  before do
    @unit, @people = unit_with(3)
    @circulation = started_circulation({ "units" => [@unit] }, asks_joiners: true, withdraws_leavers: true)
  end

  attr_reader :circulation

  def follow
    JustSeal::Operations::FollowUnits.call
    work_jobs
  end

  def kinds_of = entries_of(circulation.number).map { |one| one["kind"] }.drop(3)

  it "asks another in somebody's place, by a docket of their own" do
    first = circulation.recipients.first
    before = first.refresh.docket
    fresh = described_class.new.hand_over(
      staff(:maren),
      number: circulation.number,
      id: first.id,
      line: "Joss <joss@ravensholm.example>"
    )
    work_jobs
    expect(before.refresh.state).to eq("withdrawn")
    expect([fresh.refresh.docket.state, fresh.docket.number]).to eq(["out", format("%s-0004", circulation.number)])
    expect(standings(circulation)).to eq("invited" => 3, "left" => 1)
    expect(kinds_of).to eq(["circulation.handed_over"])
  end

  it "goes on with the others where whoever reminds has lost the right to one" do
    allow(JustSeal::Operations::RemindParty).to receive(:call).and_wrap_original do |real, actor, **given|
      raise JustSeal::Errors::Forbidden, :role_forbids if given[:number].end_with?("-0001")

      real.call(actor, **given)
    end
    JustSeal::Operations::ExtendCirculation.new.remind(staff(:maren), number: circulation.number)
    work_jobs
    expect(circulation.recipients.map { |one| one.refresh.party.reminders }).to eq([0, 1, 1])
  end

  it "hands over once when two do it at once" do
    id = circulation.recipients.first.id
    lines = ["joss@ravensholm.example", "tobias@ravensholm.example"]
    threads = lines.map do |line|
      Thread.new do
        described_class.new.hand_over(staff(:maren), number: circulation.number, id: id, line: line)
      rescue JustSeal::Error => e
        e
      end
    end
    expect(threads.map { |one| one.value.class }).to contain_exactly(
      JustSeal::Store::CirculationRecipient,
      JustSeal::Errors::Missing
    )
  end

  it "asks nobody twice, and nobody whom it does not know" do
    first, second = circulation.recipients
    change = lambda do |line|
      described_class.new.hand_over(staff(:maren), number: circulation.number, id: first.id, line: line)
    end
    expect { change.call(second.email) }.to raise_error(JustSeal::Errors::Invalid) do |error|
      expect(reason_of(error.problems["line"])).to eq(:asked_already)
    end
    expect { change.call("nobody at all") }.to raise_error(JustSeal::Errors::Invalid)
    expect(first.refresh.left_at).to be_nil
  end

  it "follows who joins a unit and who leaves it; what was done stays done" do
    act_on(circulation.recipients.first)
    newcomer = colleague("Newcomer", unit: @unit)
    @people.first(2).each { |one| one.update(unit: "Specs") }
    2.times { follow }
    expect(standings(circulation)).to eq("done" => 1, "invited" => 2, "left" => 1)
    expect(circulation.recipients_dataset.where(account_id: newcomer.id).get(:source)).to eq("joined")
    expect(kinds_of).to eq(["circulation.joined", "circulation.left"])
    @people[1].update(unit: @unit)
    follow
    expect(standings(circulation)).to eq("done" => 1, "invited" => 3, "left" => 1)
  end

  it "follows nobody once it is no longer in force" do
    circulation.update(ends_on: Date.new(2020, 1, 1))
    colleague("Too late", unit: @unit)
    follow
    expect(standings(circulation)).to eq("invited" => 3)
  end

  it "gives all who have not acted another day, and reminds them" do
    act_on(circulation.recipients.first)
    day = office.zone.to_local(office.now).to_date + 40
    JustSeal::Operations::ExtendCirculation.call(staff(:maren), number: circulation.number, due_on: day)
    expect(JustSeal::Operations::ExtendCirculation.new.remind(staff(:maren), number: circulation.number)).to eq(2)
    work_jobs
    open = circulation.recipients_dataset.all.map(&:docket).reject(&:ended_at)
    expect(open.map(&:deadline).uniq).to eq([JustSeal::Operations::EditDocket.closing(day, office)])
    expect(open.map { |docket| party(docket, "A").reminders }).to eq([1, 1])
    expect(kinds_of).to eq(["circulation.extended", "circulation.reminded"])
  end

  it "is closed with a reason: nothing more is asked, and nobody is asked any more" do
    JustSeal::Operations::CloseCirculation.call(
      staff(:maren),
      number: circulation.number,
      reason: "A newer one is out."
    )
    work_jobs
    expect(circulation.refresh.state).to eq("closed")
    expect(standings(circulation)).to eq("withdrawn" => 3)
    expect(
      JustSeal::Store::Message.where(kind: "ended", to_address: account(:maren).email.to_s)
            .where(docket_id: JustSeal::Store::Docket.where(circulation_id: circulation.id).select(:id)).count
    ).to eq(0)
    expect do
      described_class.new.take_out(staff(:maren), number: circulation.number, id: circulation.recipients.first.id)
    end.to raise_reason(JustSeal::Errors::Conflict, :circulation_not_running, number: circulation.number)
  end

  it "may be shared, and is steered by those with whom it is" do
    JustSeal::Operations::ShareCirculation.call(
      staff(:maren),
      number: circulation.number,
      lines: "joss@ravensholm.example"
    )
    JustSeal::Operations::ExtendCirculation.new.remind(staff(:joss), number: circulation.number)
    work_jobs
    reminded = circulation.recipients.map { |one| one.refresh.party.reminders }
    expect(reminded).to eq([1, 1, 1])
  end
end
