# frozen_string_literal: true

RSpec.describe JustSeal::Words::Notation do
  def written(notation, type, value, **item)
    notation.value({ "name" => "n", "label" => "N", "type" => type, **item.transform_keys(&:to_s) }, value)
  end

  {
    ["date", "2027-03-01", {}] => ["1 Mar 2027", "1 March 2027"],
    ["datetime", "2027-03-01T08:05", {}] => ["1 Mar 2027, 08:05", "1 March 2027, 08:05"],
    ["number", "-1234567.5", {}] => ["-1,234,567.5"] * 2,
    ["number", "12", { unit: "m" }] => ["12 m"] * 2,
    ["money", "18400", { unit: "EUR" }] => ["EUR 18,400.00"] * 2,
    ["money", "-0.5", { unit: "EUR" }] => ["EUR -0.50"] * 2,
    ["yes_no", "no", {}] => ["no"] * 2,
    ["list", %w[1203 3082], {}] => ["1203, 3082"] * 2,
    ["text", "Berth 4", {}] => ["Berth 4"] * 2
  }.each do |(type, value, item), (page, document)|
    it "writes #{type} #{value} on pages and in documents" do
      expect([described_class::PAGE, described_class::DOCUMENT].map { |one| written(one, type, value, **item) })
        .to eq [page, document]
    end
  end

  it "writes as the language does" do
    I18n.available_locales = [*I18n.available_locales, :de]
    I18n.backend.store_translations(:de, number: { delimiter: ".", separator: "," }, values: { "yes" => "ja" })
    I18n.with_locale(:de) do
      expect([described_class::PAGE.number("18400.5"), described_class::PAGE.yes_no(true)]).to eq %w[18.400,5 ja]
    end
  ensure
    JustSeal::Words.load
  end

  it "writes the bounds of a field with its unit in a sentence" do
    item = { "name" => "n", "label" => "N", "type" => "number", "unit" => "months" }
    bound = JustSeal::Core::Filing::ItemValue.new(item: item, value: "1")
    problem = JustSeal::Core::Problem.new(:number_too_small, field: "Months", least: bound)
    expect(JustSeal::Words.problem(problem)).to eq "Months is at least 1 months."
  end
end
