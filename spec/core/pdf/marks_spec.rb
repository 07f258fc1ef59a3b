# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::Marks do
  # A form with a text, a box that is crossed and one that is not, on the second of two pages.
  let(:form) do
    pdf("One", "Two") do |doc|
      text = doc.acro_form(create: true).create_text_field("berth")
      text.create_widget(doc.pages[1], Rect: [90, 300, 240.256, 320])
      text.field_value = "N4"
      { "day" => :Yes, "night" => :Off }.each_with_index do |(name, state), index|
        box = doc.acro_form.create_check_box(name)
        box.create_widget(doc.pages[1], Rect: [90, 200 - (20 * index), 100, 210 - (20 * index)])
        box[:V] = state
      end
    end
  end

  it "tells where each field stands, from the top, and what was written into it" do
    found = described_class.call(form)
    expect(found.map { |mark| [mark.field, mark.page, mark.kind, mark.value] }).to eq(
      [["berth", 2, :text, "N4"], ["day", 2, :tick, true], ["night", 2, :tick, nil]]
    )
    expect(found.first.rectangle).to eq([90.0, 300.0, 240.26, 320.0])
  end

  it "finds signatures of a sealed document by their fields" do
    sealed = File.binread(File.join(JustSeal::ROOT, "docs/examples/sealed.pdf"))
    expect(described_class.call(sealed).select { |mark| mark.kind == :signature }.map(&:value)).to eq([true, true])
  end

  it "has nothing to tell of a file without a form, and of one that can't be read" do
    expect([pdf, "%PDF-1.7 nothing else"].map { |bytes| described_class.call(bytes) }).to eq([[], []])
  end
end
