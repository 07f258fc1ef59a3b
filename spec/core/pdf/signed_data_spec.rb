# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::SignedData do
  # [type of the signing time, digest by which the certificate is named] of a signature over +data+.
  def attributes(data, time:, digest:)
    seal = signer("seal")
    der = JustSeal::Core::Pdf::Signing.signed_data(
      data,
      seal.certificate,
      type: :cms,
      key: seal.key,
      digest_algorithm: digest,
      certificates: seal.chain,
      signing_time: time
    )
    cms = JustSeal::Core::Trust::Cms.read(der)
    expect([cms.holds?(data), cms.names_its_certificate?]).to eq([true, true])
    parts = OpenSSL::ASN1.decode(der).value[1].value[0].value.last.value[0].value[3].value
    told = parts.to_h { |part| [part.value[0].oid, part.value[1].value[0]] }
    named = told.fetch("1.2.840.113549.1.9.16.2.47").value[0].value[0].value[0]
    [told.fetch("1.2.840.113549.1.9.5").class, named.is_a?(OpenSSL::ASN1::Sequence) ? named.value[0].sn : nil]
  end

  it "writes times from 2050 on as RFC 5652 wants them, and names the certificate by the digest of the signature" do
    early = attributes("x", time: Time.utc(2049, 12, 31), digest: "sha256")
    late = attributes("x", time: Time.utc(2050, 1, 1), digest: "sha512")
    expect(early).to eq([OpenSSL::ASN1::UTCTime, nil]), "SHA-256 goes without saying"
    expect(late).to eq([OpenSSL::ASN1::GeneralizedTime, "SHA512"])
  end
end
