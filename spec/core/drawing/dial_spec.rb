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
end
