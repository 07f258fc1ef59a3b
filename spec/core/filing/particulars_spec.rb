# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::Particulars do
  definition = [
    { "name" => "vessel", "label" => "Vessel", "type" => "text", "required" => true },
    {
      "name" => "imo",
      "label" => "Hull number",
      "type" => "text",
      "pattern" => "[A-Z]{2}-\\d{4}",
      "help" => "Like RH-0417."
    },
    { "name" => "length", "label" => "Length", "type" => "number", "unit" => "m", "decimals" => 1 },
    { "name" => "dues", "label" => "Yearly dues", "type" => "money", "unit" => "EUR" },
    {
      "name" => "from",
      "label" => "Valid from",
      "type" => "date"
    },
    { "name" => "to", "label" => "Valid to", "type" => "date" },
    {
      "name" => "at",
      "label" => "Call",
      "type" => "datetime"
    },
    { "name" => "tanker", "label" => "Tanker", "type" => "yes_no" },
    { "name" => "side", "label" => "Side", "type" => "choice", "options" => %w[port starboard] },
    { "name" => "services", "label" => "Services", "type" => "choices", "options" => %w[water power waste] },
    { "name" => "un", "label" => "UN numbers", "type" => "list" }
  ].freeze
  checks = [{ "left" => "to", "operator" => "after", "right" => "from" }].freeze

  dues = definition.find { |item| item["name"] == "dues" }

  define_method(:read) do |given|
    described_class.read(definition, { "vessel" => "MV Knot" }.merge(given), checks: checks)
  end

  it "keeps values in their plain forms" do
    given = {
      "imo" => "RH-0417",
      "length" => "84.2",
      "dues" => "18,400.50",
      "from" => "2027-01-01",
      "to" => "2027-12-31",
      "at" => "2027-01-31T14:30",
      "tanker" => "no",
      "side" => "port",
      "services" => %w[water power water],
      "un" => "1203, 3082;1950"
    }
    expect(read(given).values)
      .to eq(
        "vessel" => "MV Knot",
        "imo" => "RH-0417",
        "length" => "84.2",
        "dues" => "18400.5",
        "from" => "2027-01-01",
        "to" => "2027-12-31",
        "at" => "2027-01-31T14:30",
        "tanker" => "no",
        "side" => "port",
        "services" => %w[water power],
        "un" => %w[1203 3082 1950]
      )
  end

  it "asks about what may be thousands or decimals, and takes what can be only one of them" do
    { "19,995" => %w[19 995], "-1,000" => %w[-1 000], "0,125" => %w[0 125] }.each do |typed, (whole, part)|
      problem = described_class.one(dues, typed).first
      expect([problem.reason, *problem.facts.values_at(:whole, :part)]).to eq([:particular_ambiguous, whole, part])
    end
    fine = ["19995", "19,995.00", "1,019,995", "19 995"].map do |typed|
      described_class.one(dues, typed).last
    end
    expect(fine).to eq(%w[19995 19995 1019995 19995])
  end

  it "leaves out what is empty" do
    expect(read("dues" => " ", "services" => ["", " "]).values).to eq("vessel" => "MV Knot")
  end

  it "collects every problem" do
    expect(
      described_class.read(
        definition,
        {
          "dues" => "18.400,00",
          "from" => "2027-02-30",
          "side" => "left"
        }
      ).problems.keys
    ).to eq(%w[vessel dues from side])
  end

  {
    "imo" => %w[rh-0417 RH-04170 RH0417],
    "length" => ["84.25", "1e5", "0x1F", "12,34", "--1", "9" * 20, "١٢٣"],
    "dues" => ["1.005"],
    "from" => ["01.02.2027", "2027-13-01", "2027-2-29", "tomorrow"],
    "at" => ["2027-01-31 14:30", "2027-01-31T25:00"],
    "tanker" => ["maybe"],
    "side" => ["Port"],
    "services" => [%w[water gas]]
  }.each do |name, texts|
    texts.each do |text|
      it("refuses #{text.inspect} for #{name}") {
        expect(read(name => text).problems.keys).to eq([name])
      }
    end
  end

  it "checks across particulars, and only those that are there" do
    problem = read("from" => "2027-01-01", "to" => "2026-12-31").problems.fetch("to")
    expect([problem.reason, problem.facts[:operator]]).to eq([:check_fails, "after"])
    expect(read("to" => "2026-12-31").problems).to eq({})
  end

  it "compares numbers as numbers" do
    numbers = [
      { "name" => "a", "label" => "A", "type" => "number" },
      { "name" => "b", "label" => "B", "type" => "number" }
    ]
    greater = [{ "left" => "a", "operator" => "greater", "right" => "b" }]
    expect(described_class.read(numbers, { "a" => "10", "b" => "9" }, checks: greater)).to be_valid
    expect(described_class.read(numbers, { "a" => "9", "b" => "10" }, checks: greater)).not_to be_valid
  end

  it "takes composed and decomposed accents for the same" do
    expect(read("vessel" => "Fre\u0301gate").values).to eq(read("vessel" => "Fr\u00E9gate").values)
  end
end
