# frozen_string_literal: true

RSpec.describe JustSeal::Core::Trust::Status do
  let(:service) { JustSeal::Standins::Revocation.new(authority) }
  let(:certificate) { signer("seal").certificate }
  let(:issuer) { authority.issuing.certificate }
  let(:question) { described_class.request(certificate, issuer) }

  def read(der, **options)
    described_class.read(der, certificate: certificate, issuer: issuer, roots: roots, **options)
  end

  it "reads that a certificate is good" do
    expect(read(service.answer(question), question: question)).to eq(:good)
  end

  it "reads that a certificate was revoked, by answer and by list" do
    revoked = Authorities.enrol(authority, "revoked").certificate
    authority.revoke(revoked.serial.to_i, Time.now)
    answer = service.answer(described_class.request(revoked, issuer))
    expect(described_class.read(answer, certificate: revoked, issuer: issuer, roots: roots)).to eq(:revoked)
    expect(
      described_class.read_list(
        OpenSSL::X509::CRL.new(service.list(:issuing)),
        certificate: revoked,
        issuer: issuer
      )
    ).to eq(:revoked)
    expect(
      described_class.read_list(
        OpenSSL::X509::CRL.new(service.list(:issuing)),
        certificate: certificate,
        issuer: issuer
      )
    ).to eq(:good)
  end

  it "never takes silence, garbage, another answer or a stranger's answer for good" do
    stranger = JustSeal::Standins::Revocation.new(Authorities.stranger)
    expect(read("garbage")).to eq(:unknown)
    expect(read(OpenSSL::OCSP::Response.create(OpenSSL::OCSP::RESPONSE_STATUS_TRYLATER, nil).to_der)).to eq(:unknown)
    expect(read(service.answer(described_class.request(signer("witness").certificate, issuer)))).to eq(:unknown)
    expect(read(service.answer(described_class.request(certificate, issuer)), question: question)).to eq(:unknown)
    expect(read(stranger.answer(question))).to eq(:unknown)
  end

  it "takes an answer or a list with one byte changed for no answer at worst, and never breaks" do
    answer = service.answer(question)
    list = service.list(:issuing)
    each_changed(answer) { |der| expect(unproved(der)).to eq(:good).or(eq(:unknown)).or(eq(:revoked)) }
    each_changed(list) { |der| expect(listed(der)).to eq(:good).or(eq(:unknown)) }
  end

  def each_changed(der)
    der.bytesize.times do |place|
      yield der.dup.tap { |bytes| bytes.setbyte(place, bytes.getbyte(place) ^ 0x4F) }
    end
  end

  # What an answer says before anybody asks who signed it, as the check of a file reads it.
  def unproved(der)
    basic = described_class.basic(der)
    basic ? described_class.of(basic, certificate, issuer) : :unknown
  rescue OpenSSL::OCSP::OCSPError
    :unknown
  end

  def listed(der)
    described_class.read_list(OpenSSL::X509::CRL.new(der), certificate: certificate, issuer: issuer)
  rescue OpenSSL::X509::CRLError
    :unknown
  end
end
