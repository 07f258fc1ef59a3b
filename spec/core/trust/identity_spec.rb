# frozen_string_literal: true

RSpec.describe JustSeal::Core::Trust::Identity do
  # A certificate, and the same with a key that nobody can read: the first byte of its numbers is another one.
  let(:certificate) do
    key = JustSeal::Standins::QuickKey.rsa(2048)
    OpenSSL::X509::Certificate.new.tap do |made|
      made.version = 2
      made.serial = 7
      made.subject = made.issuer = OpenSSL::X509::Name.parse("/CN=Somebody")
      made.not_before = Time.now
      made.not_after = Time.now + 3600
      made.public_key = key
      made.sign(key, "SHA256")
    end
  end
  let(:broken) do
    der = certificate.to_der
    at = der.index(certificate.public_key.n.to_s(2)) - 9 # within the SEQUENCE of modulus and exponent
    OpenSSL::X509::Certificate.new(der.tap { |bytes| bytes.setbyte(at, bytes.getbyte(at) ^ 0x1f) })
  end

  it "has no key to give of a certificate that holds none which can be read, and never fails over it" do
    expect { broken.public_key }.to raise_error(OpenSSL::OpenSSLError)
    expect(described_class.key(broken)).to be_nil
    expect(described_class.key(certificate).n).to eq(certificate.public_key.n)
    expect(described_class.same_key?(broken, broken)).to be(false)
    expect(described_class.same_key?(certificate, certificate)).to be(true)
    expect(JustSeal::Core::Trust::Chain.issuer_of(certificate, [broken])).to be_nil
    expect(JustSeal::Core::Trust::CertificateFacts.of(broken).key).to be_nil
  end
end
