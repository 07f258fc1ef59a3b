# frozen_string_literal: true

RSpec.describe JustSeal::Web::View do
  let(:view) { described_class.new(context) }
  let(:safe) { JustSeal::Web::SafeHtml }

  let(:context) do
    office = Struct.new(:zone).new(TZInfo::Timezone.get("Europe/Oslo"))
    JustSeal::Web::Context.new(
      viewer: nil,
      office: office,
      now: Time.utc(2026, 11, 24, 9),
      token: ->(path) { "T#{path}" }
    )
  end

  it "writes attributes escaped, and leaves out those that are nil or false" do
    told = view.attributes(class: nil, hidden: false, checked: true, aria_label: %(a "b" <c>))
    expect(told).to eq(' checked aria-label="a &quot;b&quot; &lt;c&gt;"').and be_a(safe)
  end

  it "gives data to scripts in a block that no text can end" do
    block = view.data_block("room", { "title" => "</script><script>alert(1)</script>", "line" => "a\u2028b" })
    expect(block.scan("</script>").size).to eq(1)
    inside = block[/>(.*)</m, 1].sub("</script", "")
    expect(JSON.parse(inside)).to eq("title" => "</script><script>alert(1)</script>", "line" => "a\u2028b")
  end

  it "escapes what a component is given" do
    html = view.component(:form_field, "title", label: "<b>Title</b>", value: %("><script>), problem: "<i>no</i>")
    expect(html).to include("&lt;b&gt;Title&lt;/b&gt;", "&quot;&gt;&lt;script&gt;", "&lt;i&gt;no&lt;/i&gt;")
    expect(html).not_to include("<script>")
  end

  it "ties a field to what is wrong with it and to its help" do
    written = view.component(:form_field, "title", label: "Title", problem: "Type it.", help: "H")
    html = Nokogiri::HTML5.fragment(written)
    input = html.at("input")
    expect(input["aria-invalid"]).to eq("true")
    expect(input["aria-describedby"].split.map { |id| html.at("##{id}").text }).to eq(["Type it.", "H"])
    expect(html.at("label")["for"]).to eq(input["id"])
  end

  it "says of a field that it is optional, and only where it is" do
    expect(view.component(:form_field, "note", label: "Note", required: false)).to include(I18n.t("forms.optional"))
    expect(view.component(:form_field, "note", label: "Note")).not_to include(I18n.t("forms.optional"))
  end

  it "writes a form of one button with the token of its own address" do
    written = view.component(:button_form, "/records/MB-1/take", label: "Take", values: { last: 3 })
    html = Nokogiri::HTML5.fragment(written)
    expect(html.at("form").to_h.slice("method", "action")).to eq("method" => "post", "action" => "/records/MB-1/take")
    expect(html.css("input").map { |input| input["value"] }).to eq(["T/records/MB-1/take", "3"])
  end

  it "draws bars as high as their values, and tells them in words" do
    chart = { "title" => "Acts", "unit" => "acts", "bars" => [["2026-10", 2], ["2026-11", 4], ["2026-12", 0]] }
    html = Nokogiri::HTML5.fragment(view.component(:bars, chart))
    expect(html.css("rect").map { |bar| bar["height"].to_f }).to eq([60.0, 120.0, 0.0])
    expect(html.at("svg")["aria-label"]).to eq("Acts, in acts: 2026-10 2, 2026-11 4, 2026-12 0")
  end

  it "draws what falls due in which year, and marks what is overdue" do
    year = JustSeal::Queries::EvidenceHealth::Year
    years = [[2026, 1, 1], [2027, 0, 0], [2028, 4, 0]].map do |number, count, overdue|
      year.new(year: number, count: count, overdue: overdue)
    end
    html = Nokogiri::HTML5.fragment(view.component(:due_chart, years))
    expect(html.css("rect").map { |bar| bar["class"] }).to eq(["due-bar overdue", "due-bar", "due-bar"])
    expect(html.css("rect").map { |bar| bar["height"].to_f }).to eq([37.5, 0.0, 150.0])
    expect(html.at("svg")["aria-label"]).to eq("2026: 1, 2027: 0, 2028: 4")
  end
end
