# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Copies do
  let(:now) { Time.utc(2026, 11, 24, 9) }
  let(:docket) { Struct.new(:state, :options).new("out", { "download" => true }) }
  let(:party) { Struct.new(:state, :acted_at).new("done", now - 60) }

  it "lets a party that has acted take a copy for as long as a proof counts" do
    expect(described_class.after?(docket, party, at: now)).to be true
    party.acted_at = now - described_class::AFTER_SECONDS + 1
    expect(described_class.after?(docket, party, at: now)).to be true
    party.acted_at = now - described_class::AFTER_SECONDS
    expect(described_class.after?(docket, party, at: now)).to be false
  end

  it "lets nobody who has not acted" do
    party.state = "proved"
    expect(described_class.after?(docket, party, at: now)).to be false
  end

  it "lets nobody where the sender offers no copies, or the docket has ended" do
    docket.options = {}
    expect(described_class.after?(docket, party, at: now)).to be false
    docket.options = { "download" => true }
    docket.state = "sealed"
    expect(described_class.after?(docket, party, at: now)).to be false
  end
end
