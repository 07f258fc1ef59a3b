# frozen_string_literal: true

RSpec.describe JustSeal::Ports::SeveralTimeStamps do
  away = JustSeal::Errors::Unavailable.new(:service_unreachable, host: "tsa.example", path: "/", cause: "Timeout")
  gone = ->(_) { raise away }
  one = ->(digest) { "one #{digest}" }
  other = ->(digest) { "other #{digest}" }

  it "asks one after the other until one answers, and tells the last one's fault" do
    expect(described_class.new([gone, one, other]).call("x")).to eq("one x")
    expect { described_class.new([gone, gone]).call("x") }.to raise_error(away)
  end

  it "begins with another at each turn" do
    several = described_class.new([one, other])
    expect([0, 1, 2].map { |number| several.turn(number).call("x") }).to eq(["one x", "other x", "one x"])
    expect(described_class.new([one, gone]).turn(1).call("x")).to eq("one x")
  end

  it "is what an office has whose settings name several" do
    settings = JustSeal::Settings.new(
      ENV.to_h.merge("JUST_SEAL_TIME_STAMP_URL" => "http://127.0.0.1:9/ #{JustSeal::Settings.new.time_stamp_url}")
    )
    stamps = JustSeal::Office.new(settings).time_stamps
    data = "what is stamped"
    token = JustSeal::Core::Trust::TimeStamp.over(stamps, data)
    expect(stamps).to be_a(described_class)
    stamp = JustSeal::Core::Trust::TimeStamp.verify(token, data: data, roots: JustSeal.office.roots)
    expect(stamp).to have_attributes(valid: true)
  end
end
