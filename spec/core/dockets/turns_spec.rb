# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Turns do
  def seats(*rows)
    rows.each_with_index.map { |(turn, state), id| described_class::Seat.new(id: id, turn: turn, state: state) }
  end

  it "invites everybody of the first turn, and nobody of the next" do
    expect(described_class.to_invite(seats([1, "waiting"], [1, "waiting"], [2, "waiting"])).map(&:id)).to eq([0, 1])
  end

  it "waits until all of a turn are done" do
    expect(described_class.to_invite(seats([1, "done"], [1, "opened"], [2, "waiting"]))).to eq([])
    expect(described_class.to_invite(seats([1, "done"], [1, "done"], [2, "waiting"])).map(&:id)).to eq([2])
  end

  it "does not mind gaps in the numbers" do
    expect(described_class.current(seats([2, "done"], [5, "waiting"]))).to eq(5)
  end

  it "lets nobody act before its turn" do
    all = seats([1, "proved"], [2, "proved"])
    expect(all.map { |seat| described_class.may_act?(seat, all) }).to eq([true, false])
  end

  it "is complete when everybody is done, and never without parties" do
    expect(described_class).to be_complete(seats([1, "done"], [2, "done"]))
    expect(described_class).not_to be_complete(seats([1, "done"], [2, "refused"]))
    expect(described_class).not_to be_complete([])
  end

  def seats(*list)
    list.each_with_index.map do |(turn, state, act), index|
      described_class::Seat.new(id: index, turn: turn, state: state, act: act || "sign")
    end
  end

  it "gives no turn to whoever only receives a copy" do
    together = seats([1, "waiting", "receive"], [2, "waiting"], [3, "waiting", "approve"])
    expect([described_class.current(together), described_class.to_invite(together).map(&:id)]).to eq([2, [1]])
    expect(described_class.complete?(seats([1, "waiting", "receive"], [2, "done"]))).to be(true)
    expect(described_class.complete?(seats([1, "waiting", "receive"]))).to be(false)
  end

  it "closes the gaps between turns" do
    expect(described_class.dense([5, 2, 2, 9])).to eq([2, 1, 1, 3])
  end
end
