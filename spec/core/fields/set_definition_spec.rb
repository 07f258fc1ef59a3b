# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::SetDefinition do
  def item(name, **more)
    { "name" => name, "kind" => "text", "width" => 100, "settings" => {} }.merge(more.transform_keys(&:to_s))
  end

  it "lays its fields out in lines, some beside the one before" do
    kept, problems = described_class.read(
      "title" => "Address",
      "items" => [
        item("street", width: 260),
        item("postcode", width: 80),
        item("town", beside: true),
        item("abroad", kind: "tick")
      ]
    )
    expect(problems).to eq({})
    places = described_class.places(kept).map { |one, *box| [one["name"], *box] }
    expect(places).to eq(
      [
        ["street", 0, 0, 260, 16],
        ["postcode", 0, 24, 80, 16],
        ["town", 88, 24, 100, 16],
        ["abroad", 0, 48, 12, 12]
      ]
    )
  end

  it "is known to its fields by a mark" do
    expect(described_class.parts(described_class.mark("address", 3, "street"))).to eq(["address", 3, "street"])
    expect(described_class.parts("")).to be_nil
  end
end
