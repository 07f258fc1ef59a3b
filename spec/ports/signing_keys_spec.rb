# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Ports::SigningKeys do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  def keys(master = "ab" * 32)
    described_class.new(
      @folder,
      master_key: master,
      enrolment_url: "http://127.0.0.1:9/"
    )
  end

  def made(name, keys = self.keys) = keys.rotate(name, office: "Ravensholm Harbour Trust").last

  before do
    allow(JustSeal::Ports::Http).to receive(:post) { |_url, body, _type|
      authority.enrol(OpenSSL::X509::Request.new(body)).map(&:to_pem).join
    }
  end

  it "makes a key with its certificate when it is asked for, and finds it again" do
    expect { keys[:seal] }.to raise_reason(JustSeal::Errors::Unavailable, :no_signing_key)
    expect([keys.find(:seal), Dir.children(@folder)]).to eq([nil, []])
    first = made(:seal)
    expect(keys[:seal].certificate.to_der).to eq(first.certificate.to_der)
    expect(first.certificate.check_private_key(first.key)).to be(true)
    expect(JustSeal::Ports::Http).to have_received(:post).once
  end

  it "keeps the private key encrypted, for nobody else to read" do
    made(:witness)
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
        enrolment_url: "http://127.0.0.1:9/",
        kind: -> { kind },
        digest: -> { digest }
      )
      sealed = Array.new(2) do
        made(:seal, here)
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
    made(:seal)
    before = other[:seal].certificate.serial
    old, fresh = one.rotate(:seal, office: "Ravensholm Harbour Trust")
    expect([old.certificate.serial, other[:seal].certificate.serial]).to eq([before, fresh.certificate.serial])
    expect(Dir[File.join(@folder, "*.key")].map { |path| File.basename(path) }).to eq(["seal.key"])
  end

  it "never signs by a key that is not its certificate's, though a process died between the two files" do
    made(:seal)
    old = %w[key crt].to_h { |ending| [ending, File.read(File.join(@folder, "seal.#{ending}"))] }
    keys.rotate(:seal, office: "Ravensholm Harbour Trust")
    fresh = File.read(File.join(@folder, "seal.crt"))
    File.write(File.join(@folder, "seal.crt"), old["crt"])
    File.write(File.join(@folder, "seal.crt.new"), fresh)
    signer = keys[:seal]
    expect(signer.certificate.check_private_key(signer.key)).to be(true)
    expect(signer.certificate.to_der).to eq(OpenSSL::X509::Certificate.load(fresh).first.to_der)
  end

  describe "with a certificate that comes by hand" do
    let(:by_hand) { described_class.new(@folder, master_key: "ab" * 32) }
    let(:chain) { authority.enrol(OpenSSL::X509::Request.new(request)) }
    let(:request) { by_hand.request(:seal, office: "Ravensholm Harbour Trust") }

    it "asks for it, and takes the key into use when it is there" do
      expect { made(:seal, by_hand) }.to raise_reason(JustSeal::Errors::Unavailable, :no_enrolment)
      before = made(:seal)
      asked = OpenSSL::X509::Request.new(request)
      expect(asked.subject.to_utf8).to eq("CN=Ravensholm Harbour Trust\\, seal,O=Ravensholm Harbour Trust")
      expect([asked.verify(asked.public_key), by_hand.asked?(:seal)]).to eq([true, true])
      expect(keys[:seal].certificate.to_der).to eq(before.certificate.to_der)

      old, fresh = by_hand.install(:seal, chain)
      expect(old.certificate.to_der).to eq(before.certificate.to_der)
      expect(keys[:seal].certificate.to_der).to eq(chain.first.to_der)
      expect(fresh.certificate.check_private_key(fresh.key)).to be(true)
      expect([by_hand.asked?(:seal), File.exist?(File.join(@folder, "seal.#{old.certificate.serial}.crt"))])
        .to eq([false, true])
    end

    it "refuses one of another key, and one that nobody asked for" do
      made(:seal)
      expect do
        by_hand.install(:seal, chain.rotate)
      end.to raise_reason(JustSeal::Errors::Invalid, :certificate_of_other_key)
      other = described_class.new(File.join(@folder, "other"), master_key: "ab" * 32)
      expect { other.install(:seal, chain) }.to raise_reason(JustSeal::Errors::Invalid, :certificate_of_other_key)
    end
  end
end
