# frozen_string_literal: true

RSpec.describe JustSeal::Core::Assurance::TimeCode do
  # RFC 6238, appendix B: the seeds are the digits repeated to the length of the hash.
  seeds = {
    "SHA1" => "12345678901234567890",
    "SHA256" => "12345678901234567890123456789012",
    "SHA512" => "1234567890123456789012345678901234567890123456789012345678901234"
  }
  {
    59 => %w[94287082 46119246 90693936],
    1_111_111_109 => %w[07081804 68084774 25091201],
    1_111_111_111 => %w[14050471 67062674 99943326],
    1_234_567_890 => %w[89005924 91819424 93441116],
    2_000_000_000 => %w[69279037 90698825 38618901],
    20_000_000_000 => %w[65353130 77737706 47863826]
  }.each do |time, codes|
    it("gives the codes of RFC 6238 at #{time}") {
      expect(
        seeds.map do |digest, seed|
          described_class.at(seed, time / 30, digits: 8, digest: digest)
        end
      ).to eq(codes)
    }
  end

  # RFC 4226, appendix D.
  it "gives the codes of RFC 4226" do
    expect(
      (0..9).map do |step|
        described_class.at(
          seeds["SHA1"],
          step
        )
      end
    ).to eq(%w[755224 287082 359152 969429 338314 254676 287922 162583 399871 520489])
  end

  it "takes one step of drift, and no step twice" do
    now = Time.at(3000)
    codes = (97..103).to_h { |step| [step, described_class.at(seeds["SHA1"], step)] }
    expect(
      codes.transform_values do |code|
        described_class.step(
          seeds["SHA1"],
          code,
          now: now
        )
      end
    ).to eq(97 => nil, 98 => nil, 99 => 99, 100 => 100, 101 => 101, 102 => nil, 103 => nil)
    expect(described_class.step(seeds["SHA1"], codes[100], now: now, after: 100)).to be_nil
    expect(
      ["", "12345", "1234567", nil].map do |code|
        described_class.step(seeds["SHA1"], code, now: now)
      end
    ).to eq([nil] * 4)
  end

  it "writes secrets as apps take them (RFC 4648, 10)" do
    expect(
      %w[f fo foo foob fooba foobar].map do |text|
        described_class.typed(text)
      end
    ).to eq(%w[MY MZXQ MZXW6 MZXW6YQ MZXW6YTB MZXW6YTBOI])
    expect(
      described_class.address(
        "foobar",
        name: "a@b.example",
        office: "The Trust"
      )
    ).to eq("otpauth://totp/The%20Trust:a%40b.example?secret=MZXW6YTBOI&issuer=The%20Trust&digits=6&period=30")
  end
end
