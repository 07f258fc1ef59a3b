# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::Formula do
  def value(text, **values) = described_class.new(text).value(values.transform_keys(&:to_s))

  def problem(text)
    described_class.new(text).then { nil }
  rescue StandardError
    $ERROR_INFO.facts[:problem]
  end

  it "computes in decimals, not in binary fractions" do
    expect(value("a + b", a: BigDecimal("0.1"), b: BigDecimal("0.2"))).to eq(BigDecimal("0.3"))
    expect(
      value(
        "dues * months / 12",
        dues: BigDecimal("18400"),
        months: BigDecimal("7")
      ).round(2)
    ).to eq(BigDecimal("10733.33"))
    expect(value("until - since", until: Date.new(2027, 3, 1), since: Date.new(2027, 2, 1))).to eq(28)
    expect(value("if(length > 120, 'big', 'small')", length: BigDecimal("121"))).to eq("big")
  end

  it "knows what it speaks of" do
    expect(described_class.new("if(pilot, dues * 2, Dues)").names).to contain_exactly("pilot", "dues")
  end

  {
    "2 ^ 9 ^ 9" => [:formula_word, "^"],
    "map(a, b, c)" => [:formula_word, "map"],
    "(a + 1" => [:formula_unclear],
    "a +" => [:formula_unclear],
    "" => [:formula_empty],
    "a" * 600 => [:formula_too_long],
    (["a"] * 100).join("+") => [:formula_too_complex],
    "7 % 3" => [:formula_word, "%"],
    "system('ls')" => [:formula_word, "system"]
  }.each do |text, (reason, word)|
    it "refuses #{text[0, 20].inspect}" do
      found = problem(text)
      expect([reason_of(found), found.is_a?(Symbol) ? nil : found.facts[:word]]).to eq([reason, word])
    end
  end

  it "says what can't be computed" do
    expect do
      value("1 / n", n: BigDecimal("0"))
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:division_by_zero) }
    expect do
      value("t + 1", t: "text")
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:wrong_type) }
  end

  types = { "n" => :number, "t" => :text, "d" => :date, "y" => :yes_no }
  {
    "n + 1" => :number,
    "d - d" => :number,
    "d + n" => :date,
    "n > 1 and y" => :yes_no,
    "if(y, t, 'x')" => :text,
    "round(n / 3, 1)" => :number,
    "concat(t, '!')" => :text,
    "not(t = 'a')" => :yes_no,
    "-n" => :number
  }.each do |text, type|
    it("sees that #{text} yields #{type}") { expect(described_class.new(text).types(types).type).to eq(type) }
  end

  [
    "t > 3",
    "t = n",
    "n + t",
    "n and y",
    "if(n, 1, 2)",
    "if(y, 1, 'x')",
    "sum(n, t)",
    "d + d",
    "y > y",
    "concat(t, n)"
  ].each do |text|
    it("sees that #{text} does not fit") {
      expect { described_class.new(text).types(types) }.to raise_error(JustSeal::Core::Refused, /wrong type/)
    }
  end
end
