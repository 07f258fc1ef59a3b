# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::Conditions do
  def field(key, kind, **settings)
    JustSeal::Core::Fields::FieldPlacement.new(
      name: "A-#{key}",
      kind: kind,
      party: "A",
      key: key,
      document: 1,
      settings: settings.transform_keys(&:to_s)
    )
  end

  def holding(condition, *others, particulars: {})
    spots = [*others, field("it", "text", shown_when: condition)]
    described_class.holding(spots, particulars: { 1 => particulars }).to_h { |spot, values| [spot.slot, values] }["it"]
  end

  it "finds values under which a condition holds, as they would be typed" do
    length = field("length", "number")
    pilot = field("pilot", "tick")
    ground = field("ground", "choice", options: %w[Inner Outer])
    expect(holding("ground = 'Outer'", ground)).to eq("ground" => "Outer")
    expect(holding("pilot and length > 120", pilot, length)).to eq("pilot" => "yes", "length" => "121")
    expect(holding("not(pilot) and length < 3.5", pilot, length)).to include("pilot" => "no")
  end

  it "takes particulars for what they are, and says nothing of what can't be made to hold" do
    length = field("length", "number")
    known = { "draught" => %w[number 9] }
    expect(holding("length > 2 and draught > 5", length, particulars: known)).to eq("length" => "3")
    expect(holding("length > 2 and draught > 10", length, particulars: known)).to be_nil
    expect(holding("nobody > 2", length)).to be_nil
    expect(holding("length >", length)).to be_nil
  end
end
