# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Ports::SigningKeys do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  def keys(master = "ab" * 32)
    described_class.new(@folder, master_key: master, office: "Ravensholm Harbour Trust", enrolment_url: "http://127.0.0.1:9/")
  end

  before do
    allow(JustSeal::Ports::Http).to receive(:post) { |_url, body, _type| authority.enrol(OpenSSL::X509::Request.new(body)).map(&:to_pem).join }
  end

  it "makes a key with its certificate once, and finds it again" do
    first = keys[:seal]
    expect(keys[:seal].certificate.to_der).to eq(first.certificate.to_der)
    expect(first.certificate.check_private_key(first.key)).to be(true)
    expect(JustSeal::Ports::Http).to have_received(:post).once
  end

  it "keeps the private key encrypted, for nobody else to read" do
    keys[:witness]
    path = File.join(@folder, "witness.key")
    expect(File.read(path)).to include("ENCRYPTED PRIVATE KEY")
    expect(File.stat(path).mode & 0o777).to eq(0o600)
    expect { keys("cd" * 32)[:witness] }.to raise_error(OpenSSL::PKey::PKeyError)
  end
end
