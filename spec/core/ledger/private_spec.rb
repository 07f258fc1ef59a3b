# frozen_string_literal: true

RSpec.describe JustSeal::Core::Ledger::Private do
  actor = { "kind" => "party", "name" => "Ines Halloran", "address" => "203.0.113.7", "visit" => 2 }
  facts = { "party" => "A", "email" => "ines@halloran.example", "sha256" => "ab", "fields" => 3 }

  def split(kind, actor, facts) = described_class.split(kind, actor, facts) { SecureRandom.hex(32) }

  it "keeps apart who it was and what names people, and leaves what evidence is checked by" do
    left, told, sealed = split("party.invited", actor, facts)
    expect([left, told]).to eq([{ "kind" => "party", "visit" => 2 }, facts.except("email")])
    expect(JSON.parse(sealed.text)).to eq(
      "actor" => actor.slice("name", "address"),
      "facts" => { "email" => "ines@halloran.example" }
    )
    expect(sealed.commitment).to eq(Digest::SHA256.hexdigest("#{sealed.salt}#{sealed.text}"))
  end

  it "never commits twice in the same way, so that nobody tries names out" do
    two = Array.new(2) { split("party.invited", actor, facts).last.commitment }
    expect(two.uniq.size).to eq(2)
  end

  it "leaves chains alone that can't be destroyed, and what nobody is named in" do
    expect(split("account.changed", actor, facts)).to eq([actor, facts, nil])
    system = { "kind" => "system", "name" => "Just Seal" }
    expect(split("docket.sealed", system, { "sha256" => ["ab"] })).to eq([system, { "sha256" => ["ab"] }, nil])
  end
end
