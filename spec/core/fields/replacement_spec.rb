# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::Replacement do
  word = JustSeal::Core::Fields::Detection::Word

  # A line of words from +x+ on, each 40 points wide.
  define_method(:line) do |text, x, y|
    text.split.map.with_index { |part, index| word.new(text: part, x: x + (index * 45), y: y, width: 40, height: 10) }
  end

  let(:spot) { spot_at("A", x: 240, y: 400) }

  def spot_at(party, x:, y:, page: 1)
    JustSeal::Core::Fields::FieldPlacement.new(
      name: "#{party}-signature-1",
      kind: "signature",
      party: party,
      document: 1,
      page: page,
      x: x,
      y: y,
      width: 150,
      height: 30,
      settings: {},
      key: "",
      anchor: ""
    )
  end

  def fate(before, after, *spots)
    described_class.call(spots.empty? ? [spot] : spots, before: before, after: after).map do |one|
      [one.fate, one.page, one.x, one.y]
    end
  end

  it "keeps what stands beside the same words at the same place, and moves what stands beside them elsewhere" do
    before = { 1 => line("Signature of licensee", 90, 400) }
    expect(fate(before, before)).to eq([[:kept, 1, 240, 400]])
    expect(fate(before, { 1 => line("Signature of licensee", 90, 310) })).to eq([[:moved, 1, 240.0, 310.0]])
    pages = { 1 => line("A new page", 90, 700), 2 => line("Signature of licensee", 60, 500) }
    expect(fate(before, pages)).to eq([[:moved, 2, 210.0, 500.0]])
  end

  it "calls lost what its words are missing for, with the words, and gone what its page is missing for as well" do
    before = { 1 => line("Signature of licensee", 90, 400), 2 => line("Witnessed by", 90, 400) }
    outcome = described_class.call([spot], before: before, after: { 1 => line("Something else", 90, 400) }).first
    expect([outcome.fate, outcome.words]).to eq([:lost, "Signature of licensee"])
    second = spot_at("B", x: 200, y: 400, page: 2)
    expect(
      fate(
        before,
        { 1 => line("Signature of licensee", 90, 400) },
        spot,
        second
      ).map(&:first)
    ).to eq(%i[kept gone])
  end

  it "knows nothing but the page of what stands beside no words" do
    expect(fate({ 1 => [] }, { 1 => line("All new", 90, 400) })).to eq([[:kept, 1, 240, 400]])
    expect(fate({ 1 => [] }, {})).to eq([[:gone, 1, 240, 400]])
  end
end
