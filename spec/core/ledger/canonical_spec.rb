# frozen_string_literal: true

RSpec.describe JustSeal::Core::Ledger::Canonical do
  it "sorts keys and leaves out blanks" do
    expect(
      described_class.dump(
        {
          "b" => [1, nil, true],
          "a" => { "z" => "x", "c" => -5 }
        }
      )
    ).to eq('{"a":{"c":-5,"z":"x"},"b":[1,null,true]}')
  end

  # RFC 8785, 3.2.2.2 and its example in 3.2.2.
  it "escapes what must be escaped, and nothing else" do
    text = "\u20ac$\u000F\u000aA'\u0042\u0022\u005c\\\"/"
    expect(described_class.dump(text)).to eq('"€$\u000f\nA\'B\"\\\\\\\\\"/"')
    expect(described_class.dump("\b\t\f\r\u007f</script>")).to eq("\"\\b\\t\\f\\r\u007f</script>\"")
  end

  it "refuses what has no single form" do
    [1.5, 2**53, { "é" => 1 }, (+"\xFF").force_encoding("UTF-8"), Time.at(0), { "a" => 1, a: 2 }].each do |value|
      expect { described_class.dump(value) }.to raise_error(JustSeal::Core::Refused, /not canonical/)
    end
  end
end
