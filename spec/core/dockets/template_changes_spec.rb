# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::TemplateChanges do
  base = {
    "title" => "Licence",
    "documents" => [{ "title" => "Licence", "replace" => "must" }],
    "roles" => [{ "letter" => "A", "title" => "Licensee", "turn" => 1 }],
    "questions" => [{ "name" => "order", "label" => "Order" }],
    "fields" => [
      { "document" => 1, "role" => "A", "kind" => "text", "key" => "berth", "x" => 10, "settings" => {} },
      { "document" => 1, "role" => "A", "kind" => "signature", "key" => "", "x" => 20, "settings" => {} }
    ]
  }

  def told(before, after)
    described_class.of(before, after).map { |one| [one.way, one.kind, one.name, one.member].compact }
  end

  it("tells nothing of what is the same") { expect(told(base, base)).to eq([]) }

  it "tells what was changed, with its values" do
    after = base.merge("title" => "Berth licence", "roles" => [base["roles"].first.merge("turn" => 2)])
    changes = described_class.of(base, after)
    expect(changes.map { |one| [one.kind, one.member, one.before, one.after] }).to eq(
      [[:template, "title", "Licence", "Berth licence"], [:role, "turn", 1, 2]]
    )
  end

  it "tells what came and what went, fields by their names or by their order" do
    moved = base["fields"].first.merge("x" => 90)
    after = base.merge(
      "questions" => [],
      "documents" => base["documents"] + [{ "title" => "Annex" }],
      "fields" => [moved, base["fields"].first.merge("key" => "vessel")]
    )
    expect(told(base, after)).to eq(
      [
        [:added, :document, "Annex"],
        [:gone, :question, "Order"],
        [:gone, :field, "A-signature-1"],
        [:added, :field, "vessel"],
        [:changed, :field, "berth", "x"]
      ]
    )
  end
end
