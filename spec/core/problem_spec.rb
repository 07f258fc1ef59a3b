# frozen_string_literal: true

RSpec.describe JustSeal::Core::Problem do
  def again(error) = described_class.read(described_class.kept(error))

  it "is the same as another of the same reason and facts" do
    one, same, other = [2, 2, 3].map { |limit| described_class.new(:too_long, limit: limit) }
    expect([one == same, one == other, { one => 1 }[same]]).to eq([true, false, 1])
  end

  it "is kept as text and read again" do
    facts = { host: "tsa.example", path: "/", code: "500" }
    error = JustSeal::Errors::Unavailable.new(:service_answered, **facts)
    expect(again(error)).to eq(described_class.new(:service_answered, **facts))
    invalid = JustSeal::Errors::Invalid.new("seed" => :seed_characters)
    expect(again(invalid)).to eq(described_class.new(:seed_characters))
    expect(again(TypeError.new("no implicit conversion")).facts[:cause]).to include("TypeError", "no implicit")
  end

  it "leaves what was kept as a sentence as it is" do
    expect(described_class.read("It could not be answered: nobody was there")).to include("nobody was there")
    expect(described_class.read("7")).to eq("7")
  end

  describe ".cause" do
    secret = Struct.new(:key)

    def raised
      yield
    rescue StandardError => e
      described_class.cause(e)
    end

    it "names what an error of Ruby was raised on, and never shows what that holds" do
      holder = secret.new("quay-lantern")
      expect(raised { holder.unlocked }).to eq("NoMethodError: unlocked of #{holder.class}")
      expect(raised { { key: "quay-lantern" }.unlocked }).to eq("NoMethodError: unlocked of Hash")
      expect(raised { raise "broken: #<Visit @secret=\"quay-lantern\">" }).to eq("RuntimeError: broken: #<Visit>")
    end

    it "takes the first line of what others say" do
      expect(
        raised do
          raise ArgumentError, "no day\nDETAIL: Key (email)=(ines@vale.example)"
        end
      ).to eq("ArgumentError: no day")
    end
  end
end
