# frozen_string_literal: true

RSpec.describe JustSeal::Web::Speech do
  let(:page) do
    Class.new do
      include JustSeal::Web::Speech
      include JustSeal::Web::ValueWords

      attr_reader :context

      def initialize(context) = @context = context
      def words_scope = "desk.show"
    end.new(context)
  end

  let(:context) do
    office = Struct.new(:zone).new(TZInfo::Timezone.get("Europe/Oslo"))
    Struct.new(:office, :now).new(office, Time.utc(2026, 11, 24, 9))
  end

  it "writes times in the office's zone, with the UTC in the title" do
    expect(page.time_tag(Time.utc(2026, 7, 1, 22, 30))).to eq(
      '<time datetime="2026-07-01T22:30:00Z" title="2026-07-01 22:30:00 UTC">2 July 2026, 00:30</time>'
    )
    expect(page.time_tag(nil)).to eq("")
  end

  it "leaves the year out where it is this one" do
    expect(page.time_text(Time.utc(2026, 7, 1, 22, 30), :auto)).to eq("2 Jul, 00:30")
    expect(page.time_text(Time.utc(2025, 7, 1, 22, 30), :auto)).to eq("2 July 2025, 00:30")
  end

  it "groups hashes and thousands" do
    expect(page.grouped("9f3c41aa07d2")).to eq("9f3c 41aa 07d2")
    expect(page.number(1_234_567)).to eq("1,234,567")
    expect([page.counted("entry", 1), page.counted("entry", 1200)]).to eq(["1 entry", "1,200 entries"])
    expect(page.counted_up_to("docket", 100, 100)).to eq("100 dockets or more")
  end

  it "shortens at the end of a word" do
    shortened = [["Who signed it, and how", 14], ["Who signed it", 13], ["x" * 20, 10]].map do |text, most|
      page.shortened(text, most)
    end
    expect(shortened).to eq(["Who signed …", "Who signed it", "#{"x" * 10} …"])
  end

  it "joins words as a sentence does, and keeps markup only where it is safe" do
    expect(page.list(%w[vessel berth licensee])).to eq("vessel, berth and licensee")
    safe = JustSeal::Web::SafeHtml.new("<b>vessel</b>")
    expect(page.list([safe, "<berth>"])).to eq("<b>vessel</b> and &lt;berth&gt;")
  end

  it "escapes what is put into words that hold markup" do
    told = page.t("inquiries.auditors.end_now_html", name: "<script>")
    expect(told).to be_a(JustSeal::Web::SafeHtml).and include("for &lt;script&gt;")
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
