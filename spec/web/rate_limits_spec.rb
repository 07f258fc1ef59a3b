# frozen_string_literal: true

RSpec.describe JustSeal::Web::RateLimits do
  include Pages

  after { described_class.set }

  it "lets one address try so often, and another go on" do
    limit = described_class::LIMITS.fetch("passwords").first
    codes = Array.new(limit + 2) { post("/login", {}, header_host.merge("REMOTE_ADDR" => "198.51.100.1")).status }
    expect([codes.first(limit).include?(429), codes.last(2)]).to eq([false, [429, 429]])
    expect(last_response.body).to include(t("problem.too_often"))
    expect(post("/login", {}, header_host.merge("REMOTE_ADDR" => "198.51.100.2")).status).not_to eq(429)
  end

  it "counts proofs over all links of an address" do
    codes = Array.new(35) do |number|
      path = "/visit/#{format("%022d", number)}/prove/code"
      post(path, {}, header_host.merge("REMOTE_ADDR" => "198.51.100.3")).status
    end
    expect(codes.count(429)).to be >= 4
  end

  it "counts for all processes together, and forgets what has run out" do
    one, two = Array.new(2) { JustSeal::Store::RateCounts.new }
    counted = [one.increment("a", 1, expires_in: 60), two.increment("a", 1, expires_in: 60), one.read("a")]
    expect(counted).to eq([1, 2, 2])
    one.write("b", 5, expires_in: -1)
    expect([two.read("b"), two.increment("b", 1, expires_in: 60)]).to eq([nil, 1])
  end

  it "counts each of many at once" do
    threads = Array.new(8) do
      Thread.new do
        25.times do
          JustSeal::Store::RateCounts.new.increment("c", 1, expires_in: 60)
        end
      end
    end
    threads.each(&:join)
    expect(JustSeal::Store::RateCounts.new.read("c")).to eq(200)
  end
end
