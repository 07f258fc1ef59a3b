# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SealFile do
  include Notaries

  def authority
    JustSeal::Standins::Authority.new(File.join(office.settings.var, "standins", "authority"), address: "")
  end

  def certified
    JustSeal::Core::Pdf::CertifyForSigning.call(
      pdf,
      spots: [],
      signer: office.keys[:seal],
      timestamp: office.time_stamps,
      reason: "A list",
      at: office.now
    )
  end

  def judged(bytes) = JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: office.now)

  # Answers as they were given before; all is in them but news.
  def remembering(material) = Struct.new(:known) { def material(*, **) = known }.new(material)

  it "hands out nothing that rests on answers from before the signature, and says that it is tried again" do
    early = office.status.material(JustSeal::Core::Pdf::Seal.certificates(described_class.call(certified)))
    sleep 1 # answers tell whole seconds
    bytes = certified
    real = office.status
    office.status = remembering(early)
    expect { described_class.call(bytes) }.to raise_error(JustSeal::Errors::Unavailable) { |e|
      expect(said_of(e)).to include("It is tried again by itself. What the file says of the certificate of")
      expect(JustSeal::Words.kept(JustSeal::Core::Problem.kept(e))).to eq(said_of(e))
    }
    office.status = real
    expect(judged(described_class.call(bytes)).verdict).to eq(:intact)
  end

  it "seals though the authority writes our name in another way, and says what is wrong where waiting does not help" do
    other = issued("RHT Seal", organisation: "Ravensholm Harbour Trust Ltd", asked_at: office.settings.status_url)
    allow(office).to receive(:keys).and_return({ seal: other, witness: other })
    expect(judged(described_class.call(certified)).verdict).to eq(:intact)
    tls = issued("RHT Seal", extended: "serverAuth", asked_at: office.settings.status_url)
    allow(office).to receive(:keys).and_return({ seal: tls, witness: tls })
    expect { described_class.call(certified) }.to raise_error(JustSeal::Errors::Unavailable) { |e|
      expect(said_of(e)).to include("our own check does not call the sealed file intact", "is not meant for this use")
    }
  end

  it "asks at once how an authority is that stamps for the first time, and stamps what it says" do
    signed = certified
    another = issued(
      "Later Time-stamps",
      extended: "timeStamping",
      usage: "digitalSignature",
      asked_at: office.settings.status_url
    )
    office.time_stamps = ->(digest) { stamps_at(Time.now.utc, by: another).call(digest) }
    sealed = described_class.call(signed)
    expect(judged(sealed)).to have_attributes(verdict: :intact)
    expect(judged(sealed).revisions.map(&:kind)).to eq(%i[certification proofs archive])
    store = JustSeal::Core::Pdf::Signing.open(sealed).catalog[:DSS]
    expect(store[:Certs].to_a.map(&:stream)).to include(another.certificate.to_der)
  end
end
