# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Address do
  known = %w[i.halloran@sanderling.example piers.wetherall@greyplover.example maren.oake@ravensholm.example].freeze
  define_method(:meant) { |address| described_class.meant(address, known) }

  it "says which known address a mistyped one was meant to be" do
    expect(meant("i.halloran@sanderlign.example")).to eq("i.halloran@sanderling.example")
    expect(meant("new.person@sanderlin.example")).to eq("new.person@sanderling.example")
    expect(meant("i.haloran@sanderling.example")).to eq("i.halloran@sanderling.example")
    expect(meant("I.HALLORAM@Sanderling.Example")).to eq("i.halloran@sanderling.example")
  end

  it "says nothing of what is known, and of what is like nothing" do
    expect(
      [
        "i.halloran@sanderling.example",
        "I.Halloran@SANDERLING.example",
        "someone.else@sanderling.example",
        "a@elsewhere.example",
        "nonsense",
        ""
      ].map do |address|
        meant(address)
      end
    ).to eq([nil] * 6)
  end

  it "counts letters put in, taken out, changed and swapped" do
    pairs = {
      %w[harbour harbour] => 0,
      %w[harbour harbor] => 1,
      %w[harbour hrabour] => 1,
      %w[harbour barbour] => 1,
      %w[harbour harbours] => 1,
      %w[quay key] => 3,
      ["", "abc"] => 3
    }
    expect(pairs.keys.map { |one, two| described_class.distance(one, two) }).to eq(pairs.values)
  end
end

RSpec.describe JustSeal::Core::Dockets::Turns do
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
