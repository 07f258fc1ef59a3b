# frozen_string_literal: true

RSpec.describe JustSeal::Queries::RulebookStarters do
  it "are rulebooks that could be published as they are, in every language" do
    expect(described_class.names).to include("eidas", "esign", "nist", "part_11")
    JustSeal::Words::Languages::CODES.each do |language|
      I18n.with_locale(language) do
        definitions = described_class.names.to_h { |name| [name, described_class.definition(name)] }
        expect(
          definitions.transform_values do |one|
            JustSeal::Operations::SaveRulebook.faults(one)
          end.values
        ).to all(eq([]))
        titles = definitions.values.flat_map { |one| one["rules"].map { |rule| rule["title"] } }
        expect(titles).to all(be_a(String)).and(satisfy { |all| all.uniq.size > 8 })
      end
    end
    expect(described_class.definition("../consent")).to be_nil
  end

  # Of what each is about, the demand that it makes.
  { "eidas" => ["sign", 3], "esign" => ["acknowledge", 1], "nist" => ["sign", 2], "part_11" => ["approve", 2] }
    .each do |name, (act, level)|
    it "demands what its source does: #{name}" do
      book = JustSeal::Core::Assurance::Rulebook.new(described_class.definition(name))
      expect(book.demand(class_code: "MB", act: act, kind: "staff").floor).to eq(level)
    end
  end
end
