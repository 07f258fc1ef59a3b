# frozen_string_literal: true

RSpec.describe JustSeal::Core::Circulations::PeopleTable do
  meanings = {
    "name" => "Name",
    "email" => "E-mail address",
    "telephone" => "Telephone",
    "particulars.vessel" => "Vessel",
    "ask.plot" => "Which plot?"
  }

  it "guesses what columns mean by their id, their label or their last part, none twice" do
    head = ["NAME", "e-mail", "Vessel", "plot", "Which plot?", "shoe size", "Email"]
    expect(described_class.guess(head, meanings)).to eq(
      ["name", "email", "particulars.vessel", "ask.plot", "", "", ""]
    )
  end

  it "reads people with what is given for each" do
    people, faults = described_class.read(
      [["Ines Halloran", "ines@sanderling.example", "MV Ruff", "9"]],
      ["name", "email", "particulars.vessel", ""]
    )
    expect(faults).to be_empty
    expect(people.map { |one| [one.name, one.email, one.given, one.line] }).to eq(
      [["Ines Halloran", "ines@sanderling.example", { "particulars.vessel" => "MV Ruff" }, 2]]
    )
  end

  it "says by row what is wrong, and leaves out that row alone" do
    rows = [
      ["Ines Halloran", "ines@sanderling.example"],
      ["", "joe@sanderling.example"],
      ["Kit Marl", "kit at sanderling"],
      ["Ines Again", "INES@sanderling.example"],
      ["Nobody", ""],
      ["Paula Venn", "paula@sanderling.example"]
    ]
    people, faults = described_class.read(rows, %w[name email])
    expect(people.map(&:name)).to eq(["Ines Halloran", "Paula Venn"])
    reasons = faults.map { |one| [one.line, reason_of(one.problem)] }
    expect(reasons).to eq([[3, :name_missing], [4, :not_an_address], [5, :person_twice], [6, :email_missing]])
  end

  it "knows which columns are missing" do
    expect(described_class.missing(["name", "", "telephone"])).to eq([])
    expect(described_class.missing(["name", "", "organisation"])).to eq(["email"])
  end
end
