# frozen_string_literal: true

RSpec.describe JustSeal::Queries::FieldSetStarters do
  it "says the same in each language, with the same machine names" do
    shapes = described_class::ALL.transform_values do |sets|
      sets.transform_values { |set| set["items"].map { |item| item.except("settings") } }
    end
    expect(shapes.values.uniq.size).to eq(1)
    titles = %i[en de].map { |language| I18n.with_locale(language) { described_class.definition("payee")["title"] } }
    expect(titles).to eq(%w[Payee Zahlungsempfänger])
  end

  it "is fit to be kept in every language" do
    described_class::ALL.each_value do |sets|
      sets.each_value { |set| expect(JustSeal::Core::Fields::SetDefinition.read(set).last).to eq({}) }
    end
  end
end
