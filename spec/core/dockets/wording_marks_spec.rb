# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::WordingMarks do
  it "fills the marks that it knows, and leaves everything else as it is" do
    values = { "name" => "Ines {{title}}", "title" => "Licence" }
    expect(
      described_class.fill(
        "Dear {{name}}, {{ title }}; {{other}} {name}",
        values
      )
    ).to eq("Dear Ines {{title}}, Licence; {{other}} {name}")
  end

  it "names the marks that mean nothing" do
    expect(described_class.unknown("{{name}} {{nmae}} {{Deadline}} {{}} {{docket}} {{nmae}}")).to eq(
      [
        "{{nmae}}",
        "{{Deadline}}",
        "{{}}"
      ]
    )
  end
end
