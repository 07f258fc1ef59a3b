# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::Particulars do
  definition = [{ "name" => "vessel", "label" => "Vessel", "type" => "text", "required" => true }, { "name" => "dues", "label" => "Yearly dues", "type" => "money" },
                { "name" => "from", "label" => "Valid from", "type" => "date" }, { "name" => "un", "label" => "UN numbers", "type" => "list" }].freeze

  define_method(:read) { |given| described_class.read(definition, { "vessel" => "MV Knot" }.merge(given)) }

  it "keeps values in their plain forms" do
    expect(read("dues" => "18,400.50", "from" => "2027-01-01", "un" => "1203, 3082;1950").values)
      .to eq("vessel" => "MV Knot", "dues" => "18400.5", "from" => "2027-01-01", "un" => %w[1203 3082 1950])
  end

  it "leaves out what is empty" do
    expect(read("dues" => " ").values).to eq("vessel" => "MV Knot")
  end

  it "collects every problem" do
    expect(described_class.read(definition, "dues" => "18.400,00", "from" => "2027-02-30").problems.keys).to eq(%w[vessel dues from])
  end

  ["1e5", "0x1F", "12,34", "--1", "9" * 20, "١٢٣"].each do |text|
    it("refuses the number #{text}") { expect(read("dues" => text).problems.keys).to eq(["dues"]) }
  end

  ["01.02.2027", "2027-13-01", "2027-2-29", "tomorrow"].each do |text|
    it("refuses the date #{text}") { expect(read("from" => text).problems).to have_key("from") }
  end

  it "takes composed and decomposed accents for the same" do
    expect(read("vessel" => "Fre\u0301gate").values).to eq(read("vessel" => "Fr\u00E9gate").values)
  end
end
