# frozen_string_literal: true

RSpec.describe JustSeal::Core::Contacts::Card do
  ines = described_class.plain("name" => " Ines Halloran ", "email" => "ines@sanderling.example")

  it "trims what is given and leaves the rest empty" do
    expect(ines).to eq(
      "kind" => "person",
      "name" => "Ines Halloran",
      "email" => "ines@sanderling.example",
      "organisation" => "",
      "telephone" => "",
      "role" => "",
      "language" => "",
      "notes" => ""
    )
    expect(described_class.problems(ines)).to eq({})
  end

  {
    "name" => "",
    "email" => "ines@",
    "telephone" => "call me",
    "kind" => "robot",
    "language" => "German",
    "notes" => "x" * 2001,
    "organisation" => "y" * 201
  }.each do |key, text|
    it("says what is wrong with #{key}") {
      expect(described_class.problems(described_class.plain(ines.merge(key => text))).keys).to eq([key])
    }
  end

  it "takes a name of 300 characters for too long, and says the limit" do
    problems = described_class.problems(described_class.plain("name" => "a" * 300))
    expect(problems).to eq("name" => JustSeal::Core::Problem.new(:too_long, limit: 200))
  end

  it "fills what the kept one does not say from the other, and keeps both notes" do
    other = described_class.plain(
      "name" => "I. Halloran",
      "telephone" => "0000 12 34",
      "notes" => "Master of MV Sanderling"
    )
    merged = described_class.merged(ines.merge("notes" => "Writes in the evening"), other)
    expect(merged).to include(
      "name" => "Ines Halloran",
      "telephone" => "0000 12 34",
      "notes" => "Writes in the evening\nMaster of MV Sanderling"
    )
  end
end
