# frozen_string_literal: true

require "openssl"
require "tmpdir"

# The stand-in authority in this process, for specs of the core; made once for each run, since keys take time.
module Authorities
  class << self
    def here
      @here ||= JustSeal::Standins::Authority.new(Dir.mktmpdir("authority"), address: "http://127.0.0.1:9").prepare
    end

    def stranger
      @stranger ||= JustSeal::Standins::Authority.new(Dir.mktmpdir("stranger"), address: "http://127.0.0.1:9").prepare
    end

    # Runs the block once in a run of specs.
    def once(name) = (@once ||= {})[name] ||= yield

    def signer(name) = (@signers ||= {})[name] ||= enrol(here, name)

    # A root of quite another name.
    def foreign_root
      once(:foreign_root) do
        key = OpenSSL::PKey::EC.generate("prime256v1")
        OpenSSL::X509::Certificate.new.tap do |root|
          root.version = 2
          root.serial = 1
          root.subject = root.issuer = OpenSSL::X509::Name.new([["CN", "Some Other Root"]])
          root.public_key = key
          root.not_before = Time.now - 3600
          root.not_after = Time.now + 3600
          root.sign(key, "SHA256")
        end
      end
    end

    def enrol(authority, name)
      key = JustSeal::Standins::QuickKey.rsa(3072)
      request = OpenSSL::X509::Request.new
      request.subject = OpenSSL::X509::Name.new(
        [
          ["O", "Ravensholm Harbour Trust"],
          ["CN", "Ravensholm Harbour Trust, #{name}"]
        ]
      )
      request.public_key = key
      request.sign(key, "SHA256")
      certificate, *chain = authority.enrol(request)
      JustSeal::Core::Pdf::Signer.new(certificate: certificate, chain: chain, key: key)
    end
  end

  def authority = Authorities.here
  def roots = [authority.root.certificate]
  def signer(name) = Authorities.signer(name)

  # Stamps as the port does, without HTTP.
  # +clock+: of the authority; +imprint+: of the digests that it is given.
  def stamps(from = authority, clock: -> { Time.now }, imprint: "SHA256")
    service = JustSeal::Standins::TimeStamps.new(from, clock: clock)
    lambda do |digest|
      question = JustSeal::Core::Trust::TimeStamp.request(digest, nonce: rand(2**60), algorithm: imprint)
      JustSeal::Core::Trust::TimeStamp.token(service.answer(question), question: question)
    end
  end

  # A document that A and B signed, in all its states: [original, sent, signed by A, signed by B, sealed].
  def sealed_states
    Authorities.once(:sealed_states) do
      spots = [
        spot("A", "signature", 500),
        spot("A", "acting_date", 440),
        spot("A", "full_name", 400),
        spot("B", "signature", 300, page: 2)
      ]
      original = pdf
      sent = JustSeal::Core::Pdf::CertifyForSigning.call(
        original,
        spots: spots,
        signer: signer("seal"),
        timestamp: stamps,
        reason: "Sent as docket RH-1",
        at: Time.now.utc
      )
      first = act(
        sent,
        spots.first(3),
        "Inés Halloran",
        {
          "A-signature-1" => { "typed" => "Inés Halloran" },
          "A-acting_date-1" => "24 November 2026",
          "A-full_name-1" => "Inés Halloran"
        }
      )
      second = act(
        first,
        spots.last(1),
        "王小明",
        { "B-signature-1" => { "strokes" => [[[0, 0], [40, 30], [90, 5]]], "width" => 100, "height" => 40 } }
      )
      [original, sent, first, second, seal(second)]
    end
  end

  def act(bytes, spots, by, values)
    JustSeal::Core::Pdf::ApplyPartySignature.call(
      bytes,
      letter: spots.first.party,
      spots: spots,
      values: values,
      foot: "#{by}, RH-1",
      by: by,
      reason: "Witnessed for #{by}, level 1",
      signer: signer("witness"),
      timestamp: stamps,
      faces: Specimens::FACES,
      at: Time.now.utc
    )
  end

  def seal(bytes)
    JustSeal::Core::Pdf::Seal.call(
      bytes,
      material: material(JustSeal::Core::Pdf::Seal.certificates(bytes)),
      timestamp: stamps
    )
  end

  def material(certificates)
    service = JustSeal::Standins::Revocation.new(authority)
    pool = certificates + roots
    ocsps = certificates.select(&:ocsp_uris).map do |one|
      service.answer(JustSeal::Core::Trust::Status.request(one, JustSeal::Core::Trust::Chain.issuer_of(one, pool)))
    end
    JustSeal::Core::Pdf::Seal::Material.new(
      certificates: [*pool, authority.status.certificate].map(&:to_der),
      ocsps: ocsps,
      crls: [service.list(:root)]
    )
  end
end
