# frozen_string_literal: true

RSpec.describe JustSeal::Web::Format do
  let(:page) do
    Class.new { include JustSeal::Web::Format }.new.tap do |page|
      page.define_singleton_method(:office) do
        Struct.new(:zone, :now).new(TZInfo::Timezone.get("Europe/Oslo"), Time.utc(2026, 11, 24, 9))
      end
    end
  end

  it "writes times in the office's zone, with the UTC in the title" do
    expect(
      page.time_tag(
        Time.utc(
          2026,
          7,
          1,
          22,
          30
        )
      )
    ).to eq('<time datetime="2026-07-01T22:30:00Z" title="2026-07-01 22:30:00 UTC">2 July 2026, 00:30</time>')
    expect(page.time_tag(nil)).to eq("")
  end

  it "groups hashes and thousands" do
    expect(page.grouped("9f3c41aa07d2")).to eq("9f3c 41aa 07d2")
    expect(page.bytes(1_234_567)).to eq("1,234,567")
    expect(
      [
        page.counted(1, "entry", "entries"),
        page.counted(1200, "entry", "entries")
      ]
    ).to eq(["1 entry", "1,200 entries"])
  end

  it "shortens at the end of a word" do
    expect(
      [
        page.shortened("Who signed it, and how", 14),
        page.shortened("Who signed it", 13),
        page.shortened("x" * 20, 10)
      ]
    ).to eq(["Who signed …", "Who signed it", "#{"x" * 10} …"])
  end

  it "writes particulars for people" do
    expect(page.particular({ "type" => "money", "unit" => "EUR" }, "18400")).to eq("EUR 18,400.00")
    expect(page.particular({ "type" => "money", "unit" => "EUR" }, "-1234567.5")).to eq("EUR -1,234,567.50")
    expect(page.particular({ "type" => "number", "unit" => "m³" }, "48500")).to eq("48,500 m³")
    expect(page.particular({ "type" => "date" }, "2027-01-01")).to eq("1 Jan 2027")
    expect(page.particular({ "type" => "list" }, %w[1203 3082])).to eq("1203, 3082")
  end

  it "counts the days that are left, and never less than none" do
    expect([page.days_left(Time.utc(2026, 11, 26, 17)), page.days_left(Time.utc(2026, 11, 20))]).to eq([3, 0])
  end
end
