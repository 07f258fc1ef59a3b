# frozen_string_literal: true

RSpec.describe JustSeal::Core::Rights do
  it "lets everybody look, and only administrators and senders change" do
    expect(
      described_class::ROLES.select do |role|
        described_class.may?(role, :view)
      end
    ).to eq(described_class::ROLES)
    %i[capture prepare send].each do |act|
      expect(
        described_class::ROLES.select do |role|
          described_class.may?(role, act)
        end
      ).to eq(%w[administrator sender])
    end
  end

  it "knows no act that is not in the table" do
    expect { described_class.may?("administrator", :anything) }.to raise_error(KeyError)
  end

  it "gives rights to staff only" do
    party = JustSeal::Core::Actor.new(kind: "party", name: "Ines", role: "administrator")
    expect(party.may?(:view)).to be(false)
    expect(JustSeal::Core::Actor::SYSTEM.may?(:send)).to be(false)
  end
end
