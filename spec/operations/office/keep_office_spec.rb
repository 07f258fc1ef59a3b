# frozen_string_literal: true

RSpec.describe JustSeal::Operations::KeepOffice do
  def keep(name = :maren, **changes) = described_class.call(staff(name), kept.with(**changes))
  def kept = JustSeal::Core::Offices::Profile.new(**TestOffice::PROFILE)

  def told = entries_of("office").reverse

  after { described_class.call(staff(:maren), kept) }

  it "changes what the office says of itself, at once, and tells what was before" do
    keep(zone: "Asia/Tokyo", accent: "#5b5590")
    expect([office.zone.identifier, office.profile.accent]).to eq(["Asia/Tokyo", "#5b5590"])
    expect(told.first(2).map { |entry| entry["facts"].except("rows") }).to contain_exactly(
      { "what" => "zone", "before" => "Europe/Oslo", "after" => "Asia/Tokyo" },
      { "what" => "accent", "after" => "#5b5590" }
    )
    keep(zone: "Asia/Tokyo", accent: " ")
    expect(office.profile.accent).to be_nil
    expect(told.first["facts"].except("rows")).to eq("what" => "accent", "before" => "#5b5590")
  end

  it "is told in words, said first, changed and taken back" do
    keep(accent: "#5b5590")
    keep(accent: "#3a3480")
    keep(accent: "")
    speech = Class.new { include JustSeal::Web::Speech, JustSeal::Web::EntryWords }.new
    expect(entries_of("office").last(3).map { |entry| speech.entry_words(entry) }).to eq(
      [
        "said of the office: colour “#5b5590”",
        "changed the office’s colour from “#5b5590” to “#3a3480”",
        "took back the office’s colour “#3a3480”"
      ]
    )
  end

  it "says nothing where nothing was changed" do
    expect { keep }.not_to(change { entries_of("office").size })
  end

  it "is for administrators, and refuses what can't be" do
    expect { keep(:tobias, zone: "UTC") }.to raise_error(JustSeal::Errors::Forbidden)
    expect { keep(zone: "Nowhere") }.to raise_reason(JustSeal::Errors::Invalid, :zone_unknown)
    expect(office.zone.identifier).to eq("Europe/Oslo")
  end

  it "lets one of two have it who change it at once, and tells the other" do
    seen = JustSeal::Store::OfficeChoices.profile.mark
    results = [{ zone: "UTC" }, { number_prefix: "RX" }].map do |change|
      Thread.new do
        described_class.call(staff(:maren), kept.with(**change), seen: seen)
        change
      rescue JustSeal::Errors::Conflict => e
        e.reason
      end
    end.map(&:value)
    expect(results).to include(:changed_meanwhile)
    done = results.find { |result| result.is_a?(Hash) }
    expect(JustSeal::Store::OfficeChoices.profile).to eq(kept.with(**done))
  end
end
