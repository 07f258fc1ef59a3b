# frozen_string_literal: true

RSpec.describe JustSeal::Core::Documents::Written do
  def body(html) = described_class.read(html).body.gsub(/\s*\n\s*/, "")

  {
    "takes out what acts in a browser" => [
      "<p onclick='x()' style='color:red'>Yes<script>alert(1)</script><img src=x onerror=y></p>", "<p>Yes</p>"
    ],
    "keeps the text of what it does not know" => ["<div><font>Old</font> text</div>", "<p>Old text</p>"],
    "puts loose text into paragraphs" => ["One<ul><li>two</li></ul>", "<p>One</p><ul><li><p>two</p></li></ul>"],
    "knows other names of the same" => ["<p><b>a</b><i>b</i></p>", "<p><strong>a</strong><em>b</em></p>"],
    "takes links apart" => ["<p><a href='javascript:x'>here</a></p>", "<p>here</p>"],
    "keeps clauses numbered" => [
      "<ol class='clauses wide'><li><h2>Use</h2></li></ol>", "<ol class=\"clauses\"><li><h2>Use</h2></li></ol>"
    ],
    "lets no rows stand without a table" => ["<p>a</p><tr><td>b</td></tr>", "<p>a</p><p>b</p>"],
    "takes the body of a whole document" => [
      "<html><head><title>x</title></head><body><p>y</p></body></html>",
      "<p>y</p>"
    ]
  }.each do |what, (given, clean)|
    it(what) { expect(body(given)).to eq(clean) }
  end

  it "reads fields, particulars and clauses in their order, and forgets what is none" do
    source = described_class.read(<<~HTML)
      <p><span data-field="signature" data-party="A" data-label=" Sign "></span>
      <span data-field="text" data-party="B" data-name="berth" data-required="no">x</span>
      <span data-field="stamp" data-party="A"></span><span data-field="text" data-party="AAA"></span>
      <span data-particular="vessel">MV Knot</span><span data-particular="Vessel!"></span></p>
      <section data-clause="payment/2"><p>Paid.</p></section><section data-clause="Pay"><p>Loose.</p></section>
    HTML
    expect(source.fields).to eq(
      [
        { "kind" => "signature", "party" => "A", "name" => "", "label" => "Sign", "required" => true },
        { "kind" => "text", "party" => "B", "name" => "berth", "label" => "", "required" => false }
      ]
    )
    expect([source.particulars, source.clauses]).to eq([["vessel"], [["payment", 2]]])
    expect(source.body).to include("<p>Loose.</p>")
  end

  it "says the same of what it made itself" do
    once = described_class.read("<h1>A</h1>text<table><tr><td>1<td>2</table><p><span data-particular=vessel></span>")
    expect(described_class.read(described_class.page(once.body, title: "A & B", language: "en"))).to eq(once)
  end

  {
    "nothing" => ["<p> </p>", :written_empty],
    "too much" => ["x" * 1_000_001, :written_too_large],
    "tables of too many cells" => [
      "<table>#{"<tr><td>x</td></tr>" * 200}<tr>#{"<td>y</td>" * 200}</tr></table>", :written_too_wide
    ],
    "what stands too deep" => ["#{"<ul><li>" * 60}x", :written_too_deep]
  }.each do |what, (given, reason)|
    it("refuses #{what}") { expect { described_class.read(given) }.to raise_reason(JustSeal::Core::Refused, reason) }
  end

  it "takes no longer for a text that begins many bodies" do
    seconds = JustSeal::Ports::Confined.call(seconds: 5) { described_class.read("<body>" * 160_000).body.bytesize }
    expect(seconds).to be_an(Integer)
  rescue JustSeal::Errors::Invalid, JustSeal::Core::Refused => e
    expect(e).to be_a(JustSeal::Core::Refused)
  end

  it "refuses clauses that make a text too large together" do
    source = described_class.read("<section data-clause=\"long/1\"></section>" * 30)
    long = { "long/1" => "<p>#{"word " * 10_000}</p>" }
    expect { described_class.with_clauses(source, long) }
      .to raise_reason(JustSeal::Core::Refused, :written_too_large)
  end

  it "puts the office's words into its clauses, whatever was typed there" do
    source = described_class.read("<section data-clause=\"payment/2\"><p>Nothing is paid.</p></section>")
    kept = described_class.with_clauses(source, { "payment/2" => "<p>Dues are paid.</p>" })
    expect(kept.body.scan(/Dues are paid|Nothing/)).to eq(["Dues are paid"])
    expect { described_class.with_clauses(source, {}) }.to raise_reason(JustSeal::Core::Refused, :clause_unknown)
  end
end
