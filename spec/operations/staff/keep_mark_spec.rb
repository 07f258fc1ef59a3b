# frozen_string_literal: true

RSpec.describe JustSeal::Operations::KeepMark do
  let(:maren) { account(:maren) }

  def keep(kind = "signature", mark = { "typed" => "Maren Test" })
    described_class.call(staff(:maren), kind: kind, mark: mark)
  end

  def kept = JustSeal::Queries::Choices.kept_marks(maren)
  def newest = entries_of(JustSeal::Operations::SecondSteps::CHAIN).last

  before { JustSeal::Store::KeptMark.where(account_id: maren.id).delete }

  it "keeps each once, the first of a kind as the usual one, and enters its hash and not what it is" do
    keep
    keep("signature", { "typed" => "M. Test" })
    keep
    keep("initials", { "typed" => "MT" })
    expect(kept.map { |row| [row.kind, row.mark["typed"], row.usual] }).to eq(
      [["signature", "Maren Test", true], ["signature", "M. Test", false], ["initials", "MT", true]]
    )
    expect(newest).to include("kind" => "account.mark_kept", "facts" => include("kind" => "initials"))
    expect(newest["facts"]["sha256"]).to match(/\A\h{64}\z/)
    expect(JSON.generate(newest["facts"])).not_to include("MT")
  end

  it "makes another the usual one, and the next when that is let go" do
    keep
    keep("signature", { "typed" => "M. Test" })
    described_class.new.make_usual(staff(:maren), id: kept.last.id)
    expect(kept.map { |row| row.mark["typed"] }).to eq(["M. Test", "Maren Test"])
    described_class.new.forget(staff(:maren), id: kept.first.id)
    expect(kept.map { |row| [row.mark["typed"], row.usual] }).to eq([["Maren Test", true]])
    expect(newest["kind"]).to eq("account.mark_forgotten")
  end

  it "keeps nothing that is no mark, not without end, and lets go of nobody else's" do
    expect { keep("signature", { "typed" => "" }) }.to raise_error(JustSeal::Errors::Invalid)
    expect { keep("seal") }.to raise_error(JustSeal::Errors::Invalid)
    described_class::MOST.times { |number| keep("initials", { "typed" => "M#{number}" }) }
    expect { keep("initials", { "typed" => "MX" }) }.to raise_reason(JustSeal::Errors::Invalid, :too_many_marks)
    expect { described_class.new.forget(staff(:joss), id: kept.first.id) }.to raise_error(JustSeal::Errors::Missing)
  end
end
