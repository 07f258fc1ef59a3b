# frozen_string_literal: true

RSpec.describe JustSeal::Core::Drawing::Dial do
  def arcs(*turns) = described_class.arcs(turns.map { |turn| [turn, "done", "A"] })

  it "fills the ring with arcs of one length" do
    lengths = arcs(1, 1, 2, 3).map { |arc| (arc.to - arc.from).round(6) }
    expect(lengths.uniq.size).to eq(1)
    expect(lengths.sum).to be_within(0.001).of(
      360 - (3 * described_class::GAP_DEGREES) - described_class::SMALL_GAP_DEGREES
    )
  end

  it "parts turns more than parties of one turn" do
    one, two, three = arcs(1, 1, 2)
    expect(two.from - one.to).to be_within(0.001).of(described_class::SMALL_GAP_DEGREES)
    expect(three.from - two.to).to be_within(0.001).of(described_class::GAP_DEGREES)
  end

  it "stays within the ring, and draws nothing for nobody" do
    expect(arcs(1, 2, 2, 3).then { |all| [all.first.from.positive?, all.last.to < 360] }).to all(be(true))
    expect(described_class.arcs([])).to eq([])
  end

  it "draws many parties as one arc for each turn and state, as long as they are many" do
    states = (["done"] * 30) + (["invited"] * 20) + (["opened"] * 10)
    parties = states.each_with_index.map { |state, index| [index < 59 ? 1 : 2, state, "P#{index}"] }
    arcs = described_class.arcs(parties, most: 40)
    expect(arcs.map { |arc| [arc.state, arc.letter] }).to eq(
      [["done", nil], ["opened", nil], ["invited", nil], ["opened", nil]]
    )
    lengths = arcs.map { |arc| arc.to - arc.from }
    expect(lengths[0] / lengths[2]).to be_within(0.001).of(1.5)
    expect(described_class.arcs(parties.first(40), most: 40).map(&:letter)).to all(be_a(String))
  end

  it "leaves room for arcs however many there are" do
    parties = Array.new(100) { |index| [index + 1, "waiting", "P#{index}"] }
    arcs = described_class.arcs(parties, spread: 2.0)
    expect(arcs.map { |arc| arc.to - arc.from }).to all(be > 2)
    expect(arcs.last.to).to be <= 360
  end
end
