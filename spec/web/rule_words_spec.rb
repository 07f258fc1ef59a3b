# frozen_string_literal: true

RSpec.describe JustSeal::Web::RuleWords do
  let(:page) do
    Class.new do
      include JustSeal::Web::Speech
      include JustSeal::Web::RuleWords
    end.new
  end

  it "says what a rule is about" do
    rule = { "classes" => %w[MB QL IN], "acts" => %w[sign approve], "kinds" => ["outside"], "when" => "dues > 100 EUR" }
    expect(page.rule_condition(rule)).to eq("class MB, QL and IN, signs and approves, outsiders, where dues > 100 EUR")
    expect(page.rule_condition({ "title" => "All" })).to eq("every class")
  end

  it "says what it demands" do
    rule = {
      "floor" => 3,
      "allowed" => %w[card civil_id],
      "forbidden" => ["text_code"],
      "fresh_minutes" => 1,
      "prove_first" => true,
      "no_passing_on" => true,
      "location" => "demand"
    }
    expect(page.rule_demand(rule)).to eq(
      "level 3; only by card with PIN and civil identity; not by code by text message; " \
      "proofs no older than 1 minute; proved before the document is shown; no passing on; location demanded"
    )
    expect(page.rule_demand({ "floor" => 2, "location" => "no" })).to eq("level 2")
  end

  it "says what is wrong with a rule, and passes sentences on" do
    fault = JustSeal::Core::Assurance::RulebookReview::Fault.new(rule: 0, reason: :too_many, facts: { most: 200 })
    expect(page.rule_problem(fault)).to eq("There are more than 200 rules.")
    expect(page.rule_problem("Somebody else was faster.")).to eq("Somebody else was faster.")
  end
end
