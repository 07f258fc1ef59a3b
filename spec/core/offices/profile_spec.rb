# frozen_string_literal: true

RSpec.describe JustSeal::Core::Offices::Profile do
  let(:good) do
    described_class.new(
      name: "Ravensholm Harbour Trust",
      zone: "Europe/Oslo",
      number_prefix: "RH",
      sender: "a@b.example"
    )
  end

  def problems(**changes)
    JustSeal::Core::Offices::ProfileReview.call(good.with(**changes), zones: %w[Europe/Oslo UTC], languages: %w[de en])
  end

  it "comes from what was kept, and is none before there is a name" do
    expect(described_class.of("name" => "Trust", "zone" => "UTC", "rulebook_alone" => "yes"))
      .to eq(described_class.new(name: "Trust", zone: "UTC"))
    expect(described_class.of("rulebook_alone" => "yes")).to be_nil
    expect(good.kept).to eq(
      "name" => "Ravensholm Harbour Trust",
      "zone" => "Europe/Oslo",
      "number_prefix" => "RH",
      "sender" => "a@b.example"
    )
  end

  it "has nothing wrong with it, with or without a colour" do
    expect([problems, problems(accent: "#1c6b66")]).to eq([{}, {}])
  end

  {
    { name: "X" } => "name",
    { name: "x" * 101 } => "name",
    { name: "Trust\nof the harbour" } => "name",
    { name: "Trust <records>" } => "name",
    { zone: "Europe/Atlantis" } => "zone",
    { zone: nil } => "zone",
    { number_prefix: "rh" } => "number_prefix",
    { number_prefix: "R-H" } => "number_prefix",
    { number_prefix: "ABCDEFGHI" } => "number_prefix",
    { number_prefix: "" } => "number_prefix",
    { sender: "records" } => "sender",
    { sender: "records@ravensholm" } => "sender",
    { language: "xx" } => "language",
    { accent: "teal" } => "accent",
    { accent: "#c8a24a" } => "accent"
  }.each do |change, field|
    it "refuses #{change}" do
      expect(problems(**change).keys).to eq([field])
    end
  end

  it "says how much too faint a colour is" do
    expect(problems(accent: "#c8a24a").fetch("accent").facts).to eq(ratio: 2.1, least: 4.5)
  end
end
