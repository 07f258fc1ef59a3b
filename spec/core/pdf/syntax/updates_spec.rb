# frozen_string_literal: true

# Updates that one reader reads otherwise than another: each is found for what is unclear about it, whatever it shows.
RSpec.describe "Updates that readers read differently" do
  include Forgeries

  let(:sealed) { sealed_states.last }
  let(:page) { oid(sealed) { |doc| doc.pages[0] } }
  let(:content) { content_number(sealed, 0) }
  let(:later) { "<< /Length 5 >>\nstream\nBT ET\nendstream" }
  let(:field) { field_in(sealed, "A-signature-1").oid }
  let(:free) { forgery(sealed).next_number }

  def codes(bytes) = check(bytes).then { |report| report.verdict == :altered ? report.findings.map(&:code) : report }

  it "are nothing but added where nothing about them is unclear" do
    expect(found(by_hand(sealed))).to eq([:altered, [:added_after_seal]])
    expect(found(forgery(sealed).stream)).to eq([:altered, [:added_after_seal]])
    raw = Forgeries::Update::STREAM.delete_suffix(" /Filter /FlateDecode")
    expect(found(forgery(sealed).stream(entries: "#{Forgeries::Update::USUAL} #{raw}", deflate: false)))
      .to eq([:altered, [:added_after_seal]])
  end

  {
    "a root that stands twice, the second null" => "/Root %<root>d 0 R /Root null /Size %<size>d /Prev %<previous>d",
    "a root that stands twice, the first false" => "/Root false /Root %<root>d 0 R /Size %<size>d /Prev %<previous>d",
    "a root of which one name is written in numbers" =>
      "/#52oot 1 0 R /Root %<root>d 0 R /Size %<size>d /Prev %<previous>d",
    "a size that stands twice" => "/Size 3 /Root %<root>d 0 R /Size %<size>d /Prev %<previous>d",
    "a way to the update below that stands twice" =>
      "/Size %<size>d /Root %<root>d 0 R /Prev %<previous>d /Prev null"
  }.each do |name, trailer|
    it "are found where the trailer has #{name}: one program takes the first, another the last" do
      expect(codes(forgery(sealed).table(trailer: trailer))).to include(:key_twice)
    end
  end

  {
    "no size" => "/Root %<root>d 0 R /Prev %<previous>d",
    "a size of null" => "/Size null /Root %<root>d 0 R /Prev %<previous>d",
    "a size that leaves objects out" => "/Size 3 /Root %<root>d 0 R /Prev %<previous>d",
    "no root" => "/Size %<size>d /Prev %<previous>d",
    "no way to the update below" => "/Size %<size>d /Root %<root>d 0 R",
    "a second list of objects" => "/Size %<size>d /Root %<root>d 0 R /Prev %<previous>d /XRefStm %<previous>d",
    "encryption" => "/Size %<size>d /Root %<root>d 0 R /Prev %<previous>d /Encrypt << >>"
  }.each do |name, trailer|
    it "are found where the trailer has #{name}" do
      forged = forgery(sealed, objects: { free => "null" }).table(trailer: trailer)
      expect(check(forged).verdict).to be(:altered).or be(:unreadable)
    end
  end

  {
    "a look that stands twice" => "<< /Type /Annot /AP 5 0 R /AP null >>",
    "a value that stands twice" => "<< /Contents <00> /Contents null >>",
    "a key of which one is written in numbers" => "<< /V 1 /#56 2 >>",
    "a key that stands twice, deep inside" => "[[<< /A << /B [<< /C 1 /C 1 >>] >> >>]]"
  }.each do |name, text|
    it "are found where an object has #{name}: one program takes the first, another the last" do
      expect(codes(forgery(sealed, objects: { free => text }).table)).to include(:key_twice)
    end
  end

  {
    "a comment" => "[1 % 2\n3]",
    "a zero byte" => "[1 \x00 2]",
    "a word that is none" => "[1 nil]",
    "a number with two signs" => "[--1]",
    "a string of letters that are no digits" => "<0g>",
    "a name with half a number" => "/A#4",
    "a dictionary without a key" => "<< 1 2 >>",
    "two values" => "1 2",
    "a list without an end" => "[1 2"
  }.each do |name, text|
    it "are found where an object has #{name}" do
      expect(check(forgery(sealed, objects: { free => text }).table))
        .to have_attributes(verdict: :altered, findings: include(have_attributes(code: :value_unclear)))
    end
  end

  it "are found where an object is nested deeper than any document" do
    deep = "#{"[" * 200}#{"]" * 200}"
    expect(codes(forgery(sealed, objects: { free => deep }).table)).to include(:too_deep)
  end

  {
    "a wrong length" => "<< /Length 2 >>\nstream\nBT ET\nendstream",
    "a length that stands elsewhere" => "<< /Length 5 0 R >>\nstream\nBT ET\nendstream",
    "a length of null" => "<< /Length null >>\nstream\nBT ET\nendstream",
    "no length" => "<< >>\nstream\nBT ET\nendstream",
    "a length beyond the file" => "<< /Length 99999999 >>\nstream\nBT ET\nendstream",
    "its content in another file" => "<< /Length 5 /F (other) >>\nstream\nBT ET\nendstream",
    "a filter for a file elsewhere" => "<< /Length 5 /FFilter /A85 >>\nstream\nBT ET\nendstream"
  }.each do |name, text|
    it "are found where a stream has #{name}" do
      expect(codes(forgery(sealed, objects: { free => text }).table)).to include(:stream_unclear)
    end
  end

  {
    "a comment before its table" => [{ between: "% more\n" }, :bytes_between],
    "a zero byte before its table" => [{ between: "\x00\n" }, :bytes_between],
    "an object before its table that nothing lists" => [{ between: "9 0 obj\nnull\nendobj\n" }, :object_unlisted],
    "bytes before its trailer" => [{ above: "more\n" }, :trailer_unclear],
    "bytes behind its trailer" => [{ below: "more\n" }, :bytes_between],
    "a trailer behind its trailer" => [{ below: "trailer\n<< /Size 3 >>\n" }, :bytes_between],
    "an object behind its trailer" => [{ below: "1 0 obj\nnull\nendobj\n" }, :bytes_between],
    "an end that leads elsewhere" => [{ start: 9 }, :start_elsewhere]
  }.each do |name, (options, code)|
    it "are found where one has #{name}" do
      report = check(forgery(sealed, objects: { free => "null" }).table(**options))
      expect(report.verdict).to be(:altered).or be(:unreadable)
      expect(report.findings.map(&:code)).to include(code) if report.verdict == :altered
    end
  end

  it "are found where an object is not listed, or listed where it does not stand" do
    written = forgery(sealed, objects: { content => later })
    expect(codes(written.table { |rows| rows.except(content) })).to include(:object_unlisted)
    other = format("%010d 00000 n \n", sealed.index("\n#{content} 0 obj") + 1)
    expect(codes(written.table { |rows| rows.merge(content => other) })).to include(:reference_elsewhere)
    expect(codes(written.table { |rows| rows.merge(content => "0000000000 00000 f \n") })).to include(:object_unlisted)
    expect(codes(by_hand(sealed, at: { field => sealed.rindex("\n#{field} 0 obj") + 1 })))
      .to include(:reference_elsewhere)
  end

  it "are found where one object stands twice, or is listed twice" do
    twice = "null\nendobj\n#{free} 0 obj\n(other)"
    expect(codes(forgery(sealed, objects: { free => twice }).table)).to include(:object_twice)
    forged = forgery(sealed, objects: { free => "null" }).table do |rows|
      rows.merge("#{free} 1\n#{rows[free]}#{free}" => rows[free])
    end
    expect(codes(forged)).to include(:object_listed_twice)
  end

  {
    "widths of null" => "/Type /XRef /W null /Index [%<index>s] /Filter /FlateDecode",
    "two widths" => "/Type /XRef /W [1 4] /Index [%<index>s] /Filter /FlateDecode",
    "other widths" => "/Type /XRef /W [1 3 1] /Index [%<index>s] /Filter /FlateDecode",
    "widths that stand twice" => "/Type /XRef /W [1 4 1] /W [1 3 2] /Index [%<index>s] /Filter /FlateDecode",
    "half a section" => "/Type /XRef /W [1 4 1] /Index [1] /Filter /FlateDecode",
    "no sections" => "/Type /XRef /W [1 4 1] /Filter /FlateDecode",
    "another filter" => "/Type /XRef /W [1 4 1] /Index [%<index>s] /Filter /LZWDecode",
    "two filters" => "/Type /XRef /W [1 4 1] /Index [%<index>s] /Filter [/FlateDecode /FlateDecode]",
    "differences of another kind" =>
      "/Type /XRef /W [1 4 1] /Index [%<index>s] /Filter /FlateDecode /DecodeParms << /Predictor 2 >>",
    "rows of another width" =>
      "/Type /XRef /W [1 4 1] /Index [%<index>s] /Filter /FlateDecode /DecodeParms << /Predictor 12 /Columns 5 >>"
  }.each do |name, entries|
    it "are found where the stream that lists objects has #{name}" do
      forged = forgery(sealed, objects: { content => later }).stream(entries: "#{Forgeries::Update::USUAL} #{entries}")
      expect(check(forged).verdict).to be(:altered).or be(:unreadable)
    end
  end

  it "are found where more lies in the stream that lists objects than it lists" do
    expect(codes(forgery(sealed).stream(more: "more"))).to include(:references_unclear)
    expect(codes(forgery(sealed).stream { |rows| "#{rows}\x01\x00\x00\x00\x09\x00" })).to include(:references_unclear)
    sized = "/Size null /Root %<root>d 0 R /Prev %<previous>d #{Forgeries::Update::STREAM}"
    expect(check(forgery(sealed).stream(entries: sized)).verdict).to be(:altered).or be(:unreadable)
  end

  it "hold a value, a name or a picture that contains the mark of an end, and are read all the same" do
    ends = "startxref 1 %%EOF"
    [
      "(#{ends}\n)",
      "<< /A#20#{ends.gsub(" ", "#20").gsub("%", "#25")} 1 >>",
      "<< /Length #{ends.size + 1} >>\nstream\n#{ends}\n\nendstream"
    ].each do |text|
      signed = seal(updated_raw(sealed_states[1], text))
      expect(found(signed)).to eq([:intact, []]), text
    end
  end

  # A party's state in which an object that nothing shows holds +text+, before it is sealed.
  def updated_raw(bytes, text) = forgery(bytes, objects: { forgery(bytes).next_number => text }).table
end
