# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::CryptographicDependencies do
  now = Time.utc(2026, 11, 24)
  day = 86_400
  stamp = lambda { |key, ends, weak: false|
    {
      "what" => "document time-stamp",
      "by" => "Kestrel",
      "digest" => "SHA256",
      "key" => key,
      "ends" => ends.iso8601,
      "weak" => weak
    }
  }
  due = ->(*parts) { described_class.of(parts).due_at(now) }

  it "has proofs renewed a year before the newest time-stamp's certificate ends" do
    expect(
      due.call(
        stamp.call("RSA 3072", now + (100 * day)),
        stamp.call("RSA 3072", now + (3000 * day))
      )
    ).to eq(now + (2635 * day))
  end

  it "never asks again at once for what a renewal by the same authority would not better" do
    expect(due.call(stamp.call("RSA 3072", now + (100 * day)))).to eq(now + (50 * day))
    weak = stamp.call("RSA 2048", now + (3000 * day), weak: true)
    expect(due.call(weak)).to eq(now)
    expect(due.call(weak, weak)).to eq(Time.utc(2028, 1, 2)), "a year before the key is no proof any more"
    expect(due.call(weak, stamp.call("RSA 3072", now + (3000 * day)))).to eq(now + (2635 * day))
  end

  it "says what a sealed file rests on, and has nothing to say of one that is not sealed" do
    expect(
      described_class.call(sealed_states.last).parts.map do |part|
        part["what"]
      end.tally
    ).to eq("signature" => 3, "time-stamp of the signature" => 3, "document time-stamp" => 1)
    expect do
      described_class.call(sealed_states[3])
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:not_sealed) }
  end
end
