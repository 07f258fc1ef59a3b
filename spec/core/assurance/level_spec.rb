# frozen_string_literal: true

RSpec.describe JustSeal::Core::Assurance::Level do
  now = Time.utc(2026, 11, 24, 9)
  proof = described_class::Proof.new(method: "link", at: now - 60)

  it "reaches level 1 by the personal link, or by a staff account" do
    expect(described_class.reached([proof], now: now).level).to eq(1)
    expect(described_class.reached([proof.with(method: "account")], now: now).level).to eq(1)
  end

  it "does not add up two proofs of one channel" do
    expect(described_class.reached([proof, proof], now: now).level).to eq(1)
  end

  it "counts only fresh proofs, and says which were stale" do
    stale = proof.with(at: now - (31 * 60))
    expect(described_class.reached([stale], now: now)).to have_attributes(level: 0, counted: [], stale: [stale])
  end

  it "reaches nothing without a proof, or by an unknown method" do
    expect([[], [proof.with(method: "smile")]].map { |proofs| described_class.reached(proofs, now: now).level }).to eq([0, 0])
  end
end
