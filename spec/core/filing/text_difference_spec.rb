# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::TextDifference do
  def marks(before, after)
    described_class.call([before], [after]).first.lines.map do |kind, line|
      "#{{ same: " ", gone: "-", new: "+" }[kind]}#{line}"
    end
  end

  it "finds changed, added and removed lines" do
    expect(marks("Berth 14\nDues 18,400\nEnds in May\n", "Berth 14\nDues 18,900\nEnds in May\nNotice: 3 months\n"))
      .to eq([" Berth 14", "-Dues 18,400", "+Dues 18,900", " Ends in May", "+Notice: 3 months"])
  end

  it "says nothing changed where nothing did, whatever the blanks at line ends" do
    page = described_class.call(["one  \n\ntwo"], ["one\ntwo\n"]).first
    expect(page).not_to be_changed
  end

  it "compares page by page, also where one version has more pages" do
    pages = described_class.call(%w[one two], %w[one two three])
    expect(pages.map { |page| [page.number, page.changed?] }).to eq([[1, false], [2, false], [3, true]])
  end

  it "does not choke on pages of very many lines" do
    long = Array.new(3_000) { |index| "line #{index}" }.join("\n")
    expect(described_class.call([long], ["#{long}\nmore"]).first.lines.size).to eq(6_001)
  end
end
