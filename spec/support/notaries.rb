# frozen_string_literal: true

require "openssl"

# Signs, answers and stamps as of any time, by certificates of any kind under the stand-in authority: what an attacker
# or a careless authority could bring about.
module Notaries
  KEYS = Hash.new { |all, bits| all[bits] = JustSeal::Standins::QuickKey.rsa(bits) }
  BORN = JustSeal::Standins::Authority::BORN
  ORGANISATION = "Ravensholm Harbour Trust"

  # A Signer under the issuing authority. +subject+: [[kind, value], ...] besides C and CN; +usage+, +extended+: of its
  # key, as OpenSSL writes them; +asked_at+: URL that says how it is.
  def issued(
    name, organisation: ORGANISATION, subject: [], from: BORN, till: BORN + (15 * 365 * 86_400),
    usage: "digitalSignature, nonRepudiation", extended: nil, bits: 3072, by: authority.issuing, asked_at: nil
  )
    key = KEYS[bits]
    made = certificate([["O", organisation], ["CN", name], *subject], key, by, from..till) do |add|
      add.call("keyUsage", usage, true) if usage
      add.call("extendedKeyUsage", extended, extended == "timeStamping") if extended
      add.call("authorityInfoAccess", "OCSP;URI:#{asked_at}", false) if asked_at
    end
    JustSeal::Core::Pdf::Signer.new(certificate: made, chain: [by.certificate], key: key)
  end

  def certificate(subject, key, issuer, period)
    OpenSSL::X509::Certificate.new.then do |one|
      one.version = 2
      one.serial = OpenSSL::BN.rand(120)
      one.subject = OpenSSL::X509::Name.new(subject)
      one.issuer = issuer.certificate.subject
      one.public_key = key
      one.not_before = period.begin
      one.not_after = period.end
      factory = OpenSSL::X509::ExtensionFactory.new(issuer.certificate, one)
      yield ->(*words) { one.add_extension(factory.create_extension(*words)) }
      one.sign(issuer.key, "SHA256")
      OpenSSL::X509::Certificate.new(one.to_der)
    end
  end

  # Stamps at +time+, by the stand-in's authority or another +by+ (Signer).
  def stamps_at(time, by: nil)
    identity = by ? JustSeal::Standins::Authority::Identity.new(by.certificate, by.key) : authority.stamps
    own = Struct.new(:issuing, :stamps, :terms).new(authority.issuing, identity, authority.terms)
    service = JustSeal::Standins::TimeStamps.new(own, clock: -> { time })
    lambda do |digest|
      question = JustSeal::Core::Trust::TimeStamp.request(digest, nonce: rand(2**60))
      JustSeal::Core::Trust::TimeStamp.token(service.answer(question), question: question)
    end
  end

  # DER of an answer on +certificate+ as of +time+, by the stand-in's responder or another +by+ (Signer); +revoked+:
  # Time.
  def answer_at(time, certificate, revoked: nil, reason: OpenSSL::OCSP::REVOKED_STATUS_UNSPECIFIED, by: nil)
    signer = by || authority.status
    basic = OpenSSL::OCSP::BasicResponse.new
    id = JustSeal::Core::Trust::Status.id(certificate, authority.issuing.certificate)
    state = revoked ? OpenSSL::OCSP::V_CERTSTATUS_REVOKED : OpenSSL::OCSP::V_CERTSTATUS_GOOD
    basic.add_status(id, state, reason, revoked, time, time + 86_400, [])
    basic.sign(signer.certificate, signer.key, [authority.issuing.certificate], 0, OpenSSL::Digest.new("SHA256"))
    OpenSSL::OCSP::Response.create(OpenSSL::OCSP::RESPONSE_STATUS_SUCCESSFUL, basic).to_der
  end

  # Proofs for +certificates+ as of +time+; +revoked+: {serial number => Time}.
  def material_at(time, certificates, revoked: {})
    leaves = certificates.reject { |one| one.subject == authority.issuing.certificate.subject }
    JustSeal::Core::Pdf::Seal::Material.new(
      certificates: [*certificates, *roots, authority.status.certificate].map(&:to_der).uniq,
      ocsps: leaves.map { |one| answer_at(time, one, revoked: revoked[one.serial.to_i]) },
      crls: [authority.revocation_list(time, authority.root).to_der]
    )
  end

  # A document that A signs, at these times: +sent+, +acted+, +asked+ (for proofs), +stamped+. +seal+, +witness+:
  # Signer; +stamps+: {:sent, :acted, :stamped => callable}; +material+: in the place of what is usual.
  def document_at(
    sent:, acted: sent + 60, asked: acted + 60, stamped: asked + 60, seal: signer("seal"), witness: signer("witness"),
    stamps: {}, by: "A. Party", revoked: {}, material: nil
  )
    bytes = JustSeal::Core::Pdf::CertifyForSigning.call(
      pdf,
      spots: [spot("A", "signature", 500)],
      signer: seal,
      timestamp: stamps[:sent] || stamps_at(sent),
      reason: "Sent as docket RH-7",
      at: sent
    )
    bytes = signed_at(acted, bytes, witness, by, stamps[:acted])
    proofs = material || material_at(asked, JustSeal::Core::Pdf::Seal.certificates(bytes), revoked: revoked)
    JustSeal::Core::Pdf::Seal.call(bytes, material: proofs, timestamp: stamps[:stamped] || stamps_at(stamped))
  end

  def signed_at(acted, bytes, witness, by, stamps)
    JustSeal::Core::Pdf::ApplyPartySignature.call(
      bytes,
      letter: "A",
      spots: [spot("A", "signature", 500)],
      values: { "A-signature-1" => { "typed" => by } },
      foot: by,
      by: by,
      reason: "Witnessed for #{by}, level 1",
      signer: witness,
      timestamp: stamps || stamps_at(acted),
      faces: Specimens::FACES,
      at: acted
    )
  end

  # One more document time-stamp, with proofs as of +asked+ for those beneath.
  def renewed_at(stamped, bytes, asked: stamped - 60, by: nil)
    proofs = material_at(asked, JustSeal::Core::Pdf::Seal.certificates(bytes))
    JustSeal::Core::Pdf::Seal.call(bytes, material: proofs, timestamp: stamps_at(stamped, by: by))
  end
end
