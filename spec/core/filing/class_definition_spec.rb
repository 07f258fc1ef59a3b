# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::ClassDefinition do
  vessel = { "name" => "vessel", "label" => "Vessel", "type" => "text" }.freeze
  from = { "name" => "valid_from", "label" => "Valid from", "type" => "date" }.freeze

  define_method(:problems) do |**changes|
    plain = {
      "code" => "MB",
      "title" => "Berth licences",
      "particulars" => [vessel, from],
      "checks" => [],
      "naming_rule" => "{{number}} {{vessel}}",
      "filing_rule" => "{{valid_from|date:%Y}}"
    }
    described_class.problems(plain.merge(changes.transform_keys(&:to_s)))
  end

  it "finds nothing in a class that can be used" do
    expect(problems).to eq({})
  end

  {
    "code" => { code: "mb" },
    "title" => { title: " " },
    "particulars.0" => { particulars: [vessel.merge("name" => "Vessel name"), from] },
    "particulars.1" => { particulars: [vessel, vessel.merge("label" => "")] },
    "checks.0" => { checks: [{ "left" => "valid_to", "operator" => "after", "right" => "valid_from" }] },
    "naming_rule" => { naming_rule: "{{boat}}" },
    "filing_rule" => { filing_rule: "{{vessel|date:%Y}}" }
  }.each do |place, changes|
    it("says what is wrong with #{place}") { expect(problems(**changes)).to have_key(place) }
  end

  [
    {
      "type" => "colour"
    },
    {
      "type" => "choice",
      "options" => ["one"]
    },
    { "pattern" => "(a+)+" },
    { "pattern" => "(.*)" },
    { "type" => "date", "pattern" => "\\d" },
    { "type" => "number", "default" => "many" },
    { "name" => "number" }
  ].each do |change|
    it("refuses #{change.inspect}") {
      expect(problems(particulars: [vessel.merge(change), from])).to have_key("particulars.0")
    }
  end
end
