# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Channels do
  def channels(...) = described_class.of(...)

  it "are mail where there is an address, and text messages where there is none or they are wanted as well" do
    expect(channels(email: "a@b.example", telephone: "+47 1")).to eq(%w[mail])
    expect(channels(email: "a@b.example", telephone: "+47 1", also_text: true)).to eq(%w[mail text])
    expect(channels(email: "a@b.example", telephone: "", also_text: true)).to eq(%w[mail])
    expect(channels(email: "", telephone: "+47 1")).to eq(%w[text])
    expect(channels(email: "", telephone: nil)).to eq([])
  end

  it "are both for what invites, and the first for all else" do
    expect(described_class.for_kind(%w[mail text], :invitation)).to eq(%w[mail text])
    expect(described_class.for_kind(%w[mail text], :reminder)).to eq(%w[mail text])
    expect(described_class.for_kind(%w[mail text], :sealed)).to eq(%w[mail])
    expect(described_class.for_kind(%w[text], :sealed)).to eq(%w[text])
  end

  it "tell people apart by the mail address, or by the digits of the telephone number" do
    expect(described_class.key(" A@B.example", "1")).to eq("a@b.example")
    expect(described_class.key("", "+47 (123) 45-678")).to eq(described_class.key(nil, "+4712345678"))
    expect(described_class.key("", "")).to eq("")
  end
end
