# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::States do
  it "lets a docket go from draft over out to sealed" do
    expect(described_class.docket("draft", :send)).to eq("out")
    expect(described_class.docket("out", :seal)).to eq("sealed")
  end

  described_class::ENDED.each do |state|
    it "lets nothing happen to a docket that is #{state}" do
      expect(described_class::DOCKET.fetch(state)).to be_empty
      expect do
        described_class.docket(state, :send)
      end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:docket_move) }
    end
  end

  it "does not seal a draft, and does not lapse one" do
    %i[seal lapse refuse].each do |move|
      expect { described_class.docket("draft", move) }.to raise_error(JustSeal::Core::Refused)
    end
  end

  it "lets a party act only when it has proved who it is" do
    expect(described_class.party("proved", :act)).to eq("done")
    %w[waiting invited opened done refused passed_on].each do |state|
      expect do
        described_class.party(state, :act)
      end.to raise_error(JustSeal::Core::Refused)
    end
  end

  it "names only states that the tables lead to" do
    [described_class::DOCKET, described_class::PARTY].each do |table|
      expect(table.values.flat_map(&:values) - table.keys).to eq([])
    end
  end
end
