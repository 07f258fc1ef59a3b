# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Address do
  %w[ines@sanderling.example i.halloran+berth@mail.sanderling.example o'hara@a-b.example].each do |address|
    it("takes #{address}") { expect(described_class).to be_valid(address) }
  end

  [
    "",
    "ines",
    "ines@",
    "@sanderling.example",
    "ines@sanderling",
    "ines halloran@sanderling.example",
    "ines..h@sanderling.example",
    "ines@-sanderling.example",
    "ines@sanderling.example\nBcc: all@example.org",
    "#{"a" * 65}@sanderling.example",
    "a@#{"b" * 250}.example"
  ].each do |address|
    it("refuses #{address.inspect[0, 50]}") { expect(described_class).not_to be_valid(address) }
  end

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
