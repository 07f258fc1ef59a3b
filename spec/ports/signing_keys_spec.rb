# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Ports::SigningKeys do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  def keys(master = "ab" * 32)
    described_class.new(
      @folder,
      master_key: master,
      office: "Ravensholm Harbour Trust",
      enrolment_url: "http://127.0.0.1:9/"
    )
  end

  before do
    allow(JustSeal::Ports::Http).to receive(:post) { |_url, body, _type|
      authority.enrol(OpenSSL::X509::Request.new(body)).map(&:to_pem).join
    }
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

  it "makes keys of the kind that is set, whose signatures by any digest are valid, before and after it is exchanged" do
    %w[ec-p256 ec-p384 rsa-3072].zip(%w[sha256 sha384 sha512]).each do |kind, digest|
      here = described_class.new(
        File.join(@folder, kind),
        master_key: "ab" * 32,
        office: "Ravensholm Harbour Trust",
        enrolment_url: "http://127.0.0.1:9/",
        kind: kind,
        digest: digest
      )
      sealed = Array.new(2) do |index|
        here.rotate(:seal) if index == 1
        seal(
          JustSeal::Core::Pdf::CertifyForSigning.call(
            pdf,
            spots: [],
            signer: here[:seal],
            timestamp: stamps,
            reason: "Sent",
            at: Time.now.utc
          )
        )
      end
      sealed.each do |bytes|
        report = JustSeal::Core::Pdf::Check.call(bytes, roots: roots, at: Time.now)
        expect(report).to have_attributes(verdict: :intact, findings: [])
        expect(run_on(bytes, "pdfsig").first).to include("Signature is Valid.", digest.upcase.sub("SHA", "SHA-"))
      end
      expect(
        sealed.map do |bytes|
          JustSeal::Core::Trust::Cms.read(
            JustSeal::Core::Pdf::Signing.open(bytes).signatures.first.contents
          ).signer_certificate.serial.to_i
        end.uniq.size
      ).to eq(2)
    end
  end

  it "is exchanged by one process, and taken by another that had read the old one" do
    one = keys
    other = keys
    before = other[:seal].certificate.serial
    old, fresh = one.rotate(:seal)
    expect([old.certificate.serial, other[:seal].certificate.serial]).to eq([before, fresh.certificate.serial])
    expect(Dir[File.join(@folder, "*.key")].map { |path| File.basename(path) }).to eq(["seal.key"])
  end

  it "never signs by a key that is not its certificate's, though a process died between the two files" do
    keys[:seal]
    old = %w[key crt].to_h { |ending| [ending, File.read(File.join(@folder, "seal.#{ending}"))] }
    keys.rotate(:seal)
    fresh = File.read(File.join(@folder, "seal.crt"))
    File.write(File.join(@folder, "seal.crt"), old["crt"])
    File.write(File.join(@folder, "seal.crt.new"), fresh)
    signer = keys[:seal]
    expect(signer.certificate.check_private_key(signer.key)).to be(true)
    expect(signer.certificate.to_der).to eq(OpenSSL::X509::Certificate.load(fresh).first.to_der)
  end
end
