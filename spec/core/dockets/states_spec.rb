# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::States do
  it "lets a docket go from draft over out to sealed" do
    expect(described_class.docket("draft", :send)).to eq("out")
    expect(described_class.docket("out", :seal)).to eq("sealed")
  end

  described_class::ENDED.each do |state|
    it "lets nothing happen to a docket that is #{state}" do
      expect(described_class::DOCKET.fetch(state)).to be_empty
      expect { described_class.docket(state, :send) }.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:docket_move) }
    end
  end

  it "does not seal a draft, and does not lapse one" do
    %i[seal lapse refuse].each { |move| expect { described_class.docket("draft", move) }.to raise_error(JustSeal::Core::Refused) }
  end

  it "lets a party act only when it has proved who it is" do
    expect(described_class.party("proved", :act)).to eq("done")
    %w[waiting invited opened done refused passed_on].each { |state| expect { described_class.party(state, :act) }.to raise_error(JustSeal::Core::Refused) }
  end

  it "names only states that the tables lead to" do
    [described_class::DOCKET, described_class::PARTY].each { |table| expect(table.values.flat_map(&:values) - table.keys).to eq([]) }
  end
end
