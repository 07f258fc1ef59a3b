# frozen_string_literal: true

RSpec.describe JustSeal::Operations::KeepSignOn do
  include Providers

  after { neutral_sign_on }

  invalid = JustSeal::Errors::Invalid

  it "keeps what was decided, and tells it" do
    sign_on_policy(makes_accounts: true, places: [%w[pilots sender Specs]])
    kept = JustSeal::Store::OfficeChoices.sign_on
    expect(kept).to have_attributes(passwords: true, makes_accounts: true, trusts_addresses: false)
    expect(kept.place(%w[tide pilots])).to have_attributes(role: "sender", unit: "Specs")
    expect(kept.place([])).to be_nil
    speech = Class.new { include JustSeal::Web::Speech, JustSeal::Web::EntryWords }.new
    expect(speech.entry_words(entries_of("office").last)).to eq(
      "decided about signing on: passwords yes, accounts made yes, addresses trusted no, places 1"
    )
    expect { sign_on_policy(makes_accounts: true, places: [%w[pilots sender Specs]]) }
      .not_to(change { entries_of("office").size })
  end

  it "refuses what does not fit, by whom it is not theirs, and what somebody else has changed meanwhile" do
    expect { sign_on_policy(makes_accounts: true) }.to raise_reason(invalid, :no_places)
    expect { sign_on_policy(places: [%w[a sender Nowhere]]) }.to raise_reason(invalid, :unit_unknown)
    expect { sign_on_policy(places: [%w[a outside Specs]]) }.to raise_reason(invalid, :role_unknown)
    expect { sign_on_policy(places: [%w[a sender Specs], %w[a auditor Specs]]) }
      .to raise_reason(invalid, :groups_twice)
    policy = JustSeal::Store::OfficeChoices.sign_on
    keep = lambda do |name, seen|
      described_class.new.call(staff(name), policy.with(trusts_addresses: true), seen: seen, signed_on: true)
    end
    expect { keep.call(:tobias, policy.mark) }.to raise_reason(JustSeal::Errors::Forbidden, :role_forbids)
    expect { keep.call(:maren, "another") }.to raise_reason(JustSeal::Errors::Conflict, :changed_meanwhile)
  end

  it "closes passwords for whoever has come without, and the machine itself opens them again" do
    expect { sign_on_policy(signed_on: false, passwords: false) }.to raise_reason(invalid, :sign_on_untried)
    sign_on_policy(passwords: false)
    expect { JustSeal::Operations::ChoosePassword.new.ask("joss@ravensholm.example", { address: "::1" }) }
      .not_to(change(JustSeal::Store::Message, :count))
    described_class.new.open_passwords(JustSeal::Cli.actor)
    expect(JustSeal::Store::OfficeChoices.sign_on.passwords).to be(true)
  end
end
