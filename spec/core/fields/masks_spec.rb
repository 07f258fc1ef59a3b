# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::Masks do
  def spot(mask, form = "")
    JustSeal::Core::Fields::FieldPlacement.new(
      name: "A-text-1",
      kind: "text",
      key: "it",
      settings: { "label" => "It", "mask" => mask, "mask_form" => form }
    )
  end

  def kept(mask, typed, form = "") = described_class.fit(spot(mask, form), typed)

  {
    "time" => { "9:05" => "09:05", "1430" => "14:30", "14.30" => "14:30", "24:00" => nil, "9" => nil },
    "telephone" => { "+47-900.00 000" => "+47 900 00 000", "0047" => nil, "900 00 00x" => nil },
    "postcode" => { "5003" => "5003", "sw1a 1aa" => "SW1A 1AA", "-5003" => nil },
    "iban" => { "no1300000000000" => "NO13 0000 0000 000", "NO14 0000 0000 000" => nil, "NO13" => nil }
  }.each do |mask, tries|
    it "keeps a #{mask} in one way of writing, and nothing that is none" do
      expect(tries.keys.to_h { |typed| [typed, kept(mask, typed)] }).to eq(tries)
    end

    it "gives an example of a #{mask} that fits itself" do
      example = described_class.example(spot(mask))
      expect(kept(mask, example)).to eq(example)
    end
  end

  it "writes what stands for itself in a form of one's own, typed or not" do
    tries = { "12-XYZ" => "12-XYZ", "12XYZ" => "12-XYZ", "1XYZ" => nil, "12-XYZ4" => nil, "AB-XYZ" => nil }
    expect(tries.keys.to_h { |typed| [typed, kept("own", typed, "99-AAA")] }).to eq(tries)
    expect(described_class.example(spot("own", "99-A*"))).to eq("12-B1")
  end

  it "is asked when a text is read: what does not fit is told with an example" do
    field = spot("own", "99-AAA")
    problem, value = field.of_kind.read(field, "nothing like it")
    expect([problem.reason, problem.facts[:example], value]).to eq([:mask_unfit, "12-BCD", nil])
    expect(field.of_kind.read(field, "12xyz")).to eq([nil, "12-xyz"])
    expect(field.of_kind.read(field, "")).to eq([nil, nil])
  end
end
