# frozen_string_literal: true

RSpec.describe JustSeal::Web::Decimals do
  {
    "1.234,5" => "1234.5",
    "18.400" => "18,400", # asked about, as it would be in English
    "1.234.567" => "1234567",
    "-12,50" => "-12.50",
    "1 234,5" => "1234.5",
    "1234.5" => "1234.5",
    "12,5 m" => "12,5 m",
    "1.23.4" => "1.23.4",
    "much" => "much"
  }.each do |typed, plain|
    it("takes #{typed} for #{plain}") { expect(described_class.plain(typed)).to eq(plain) }
  end

  it "finds what was typed so wherever it stands in a form, and leaves all else" do
    given = {
      "particulars" => { "dues" => { "comma" => "1.000,5" }, "name" => "1.000" },
      "list" => ["1,5"],
      "comma" => "1,5"
    }
    expect(described_class.untangled(given)).to eq(
      "particulars" => { "dues" => "1000.5", "name" => "1.000" }, "list" => ["1,5"], "comma" => "1,5"
    )
    expect(described_class.untangled("dues" => { "comma" => ["1"] })).to eq("dues" => "")
  end

  it "has an example of how numbers are typed" do
    expect([nil, 0, 3].map { |places| described_class.example(places) }).to eq(["1234.50", "1234", "1234.500"])
    I18n.with_locale(:de) { expect(described_class.example(1)).to eq("1234,5") }
  end

  it "shows plain numbers so in German, reads them back, and does neither in English" do
    numbers = { "dues" => "1.125", "name" => "1.125" }
    I18n.with_locale(:de) do
      shown = described_class.written(numbers, ["dues"])
      expect(shown).to eq("dues" => "1,125", "name" => "1.125")
      expect(described_class.read(shown, ["dues"])).to eq(numbers)
    end
    expect(described_class.written(numbers, ["dues"])).to eq(numbers)
    expect(described_class.read({ "dues" => "1,125" }, ["dues"])).to eq("dues" => "1,125")
  end
end
