# frozen_string_literal: true

require "open3"

RSpec.describe JustSeal::Standins::QuickKey do
  it "makes keys of so many bits that openssl finds whole" do
    key = described_class.rsa(2048)
    said, status = Open3.capture2e("openssl", "rsa", "-check", "-noout", stdin_data: key.to_pem)
    expect([said, status.success?, key.n.num_bits]).to eq(["RSA key ok\n", true, 2048])
    expect(key.verify("SHA256", key.sign("SHA256", "said"), "said")).to be(true)
  end

  it "makes none where the exponent has no inverse" do
    first, second, third = [131_071, 65_537, 131_075].map(&:to_bn) # the last is one more than twice the exponent
    expect(described_class.key_of(first, third)).to be_nil
    expect(described_class.key_of(first, second)).not_to be_nil
  end
end
