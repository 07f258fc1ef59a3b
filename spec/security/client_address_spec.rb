# frozen_string_literal: true

RSpec.describe JustSeal::Web::ClientAddress do
  def seen(peer, list, trusted: ["127.0.0.1", "10.0.0.0/8"], **more)
    asked = nil
    app = described_class.new(->(env) { (asked = env) && [200, {}, []] }, trusted: trusted, https: true)
    app.call({ "REMOTE_ADDR" => peer, "HTTP_X_FORWARDED_FOR" => list, **more }.compact)
    asked
  end

  {
    "a visitor that is no proxy, whatever it says" => ["198.51.100.7", "203.0.113.9", "198.51.100.7"],
    "what the proxy saw" => ["127.0.0.1", "203.0.113.9", "203.0.113.9"],
    "the last that is none of ours, not the first" => ["127.0.0.1", "1.2.3.4, 203.0.113.9, 10.1.1.1", "203.0.113.9"],
    "the proxy, where the list holds no address" => ["127.0.0.1", "unknown", "127.0.0.1"],
    "the proxy, where there is no list" => ["127.0.0.1", nil, "127.0.0.1"],
    "an address of the sixth version" => ["127.0.0.1", "2001:db8::7", "2001:db8::7"],
    "one of the fourth in the form of the sixth" => ["::ffff:127.0.0.1", "203.0.113.9", "203.0.113.9"]
  }.each do |what, (peer, list, expected)|
    it("takes #{what}") { expect(seen(peer, list)["REMOTE_ADDR"]).to eq(expected) }
  end

  it "believes nobody where no proxy is named, and lets no claim go further" do
    env = seen(
      "127.0.0.1",
      "203.0.113.9",
      trusted: [],
      "HTTP_FORWARDED" => "for=1.2.3.4",
      "HTTP_CLIENT_IP" => "1.2.3.4"
    )
    expect(env["REMOTE_ADDR"]).to eq("127.0.0.1")
    expect(env.keys & described_class::CLAIMS).to eq([])
    expect(env).not_to have_key(described_class::PROXIED)
  end

  it "says which setting is wrong" do
    wrong = { "JUST_SEAL_TRUSTED_PROXIES" => "the proxy" }
    expect { JustSeal::Settings.new(wrong) }.to raise_reason(JustSeal::Errors::Misconfigured, :networks_unreadable)
  end
end
