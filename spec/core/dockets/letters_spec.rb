# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Letters do
  it "goes on after Z, and keeps that order" do
    expect(described_class::ALL[25..27]).to eq(%w[Z AA AB])
    expect(described_class::ALL.size).to eq(described_class::MAX)
    expect(described_class::ALL.shuffle(random: Random.new(1)).sort_by { |one| described_class.order(one) }).to eq(
      described_class::ALL
    )
    expect(described_class::ALL).to all(match(described_class::FORM))
  end

  it "gives the first that is free" do
    expect(described_class.free([])).to eq("A")
    expect(described_class.free(("A".."Z").to_a)).to eq("AA")
    expect(described_class.free(described_class::ALL)).to be_nil
  end
end
