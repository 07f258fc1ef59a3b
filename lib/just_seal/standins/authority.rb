# frozen_string_literal: true

require "openssl"
require "fileutils"

module JustSeal
  module Standins
    # A small certificate authority on this machine: a root, an issuing certificate beneath it, a time-stamp authority
    # and an
    # OCSP responder. Their keys lie in one folder, mode 0600.
    class Authority
      KEY_BITS = 3072
      YEAR_SECONDS = 365 * 86_400
      # The authority is a little older than the office that uses it.
      BORN = Time.utc(2025, 1, 1)

      Identity = Struct.new(:certificate, :key)

      NAMES = {
        root: "%s Root (stand-in)",
        issuing: "%s Issuing 1 (stand-in)",
        stamps: "%s Time-stamps (stand-in)",
        status: "%s Status (stand-in)"
      }.freeze
      KINDS = {
        "rsa" => -> { QuickKey.rsa(KEY_BITS) },
        "ec" => -> { OpenSSL::PKey::EC.generate("prime256v1") }
      }.freeze
      # On which terms it works: whose it is, since when, for how many years it certifies what, by what kind of key and
      # which digest, and beneath which root (Identity; nil for one of its own).
      Terms = Core::Value.of(:name, :born, :years, :kind, :digest, :root)
      USUAL = Terms.new(
        name: "Kestrel Coast",
        born: BORN,
        years: { root: 30, issuing: 20, stamps: 10, status: 10, enrolled: 5 }.freeze,
        kind: "rsa",
        digest: "SHA256"
      )

      attr_reader :terms

      # +folder+: where keys and certificates lie, made at first use; +address+: URL under which the services answer.
      def initialize(folder, address:, terms: USUAL)
        @folder = folder
        @address = address
        @terms = terms
        FileUtils.mkdir_p(folder, mode: 0o700)
      end

      def root = @root ||= @terms.root || kept(:root) { |key| certify(:root, key, ca: true) }
      def issuing = @issuing ||= kept(:issuing) { |key| certify(:issuing, key, by: root, ca: true) }

      def stamps
        @stamps ||= kept(:stamps) { |key| certify(:stamps, key, by: issuing, use: ["timeStamping", true]) }
      end

      def status
        @status ||= kept(:status) { |key| certify(:status, key, by: issuing, use: ["OCSPSigning", false]) }
      end

      # Makes what is missing, so that later calls only read.
      def prepare = tap { [root, issuing, stamps, status] }

      # Issues a certificate for the signing request +csr+ (OpenSSL::X509::Request), after its self-signature was
      # checked.
      # Returns [certificate, issuing certificate].
      def enrol(csr)
        raise ArgumentError, "The request is not signed by its own key." unless csr.verify(csr.public_key)

        [
          build(
            csr.subject,
            csr.public_key,
            by: issuing,
            years: @terms.years[:enrolled],
            extensions: [["keyUsage", "digitalSignature, nonRepudiation", true], *pointers]
          ),
          issuing.certificate
        ]
      end

      # A certificate for the card of a person: +name+, +email+; +usage+: its key usage; +begins+, +ends+: Times.
      # Returns [certificate, issuing certificate].
      def card(
        public_key, name:, email:, usage: "digitalSignature, nonRepudiation", begins: BORN,
        ends: BORN + (5 * YEAR_SECONDS)
      )
        subject = OpenSSL::X509::Name.new([["C", "NO"], ["O", "Kestrel Coast Citizens (stand-in)"], ["CN", name]])
        extensions = [
          ["keyUsage", usage, true],
          *([["subjectAltName", "email:#{email}", false]] unless email.to_s.empty?),
          *pointers
        ]
        [build(subject, public_key, by: issuing, period: begins..ends, extensions: extensions), issuing.certificate]
      end

      # The list of revoked certificates of +identity+ (issuing or root), signed now (RFC 5280, 5).
      def revocation_list(at, identity)
        OpenSSL::X509::CRL.new.tap do |list|
          list.version = 1
          list.issuer = identity.certificate.subject
          list.last_update = at - 60
          list.next_update = at + (7 * 86_400)
          revoked_serials.each { |serial, time| list.add_revoked(revoked_entry(serial, time)) }
          list.add_extension(OpenSSL::X509::Extension.new("crlNumber", OpenSSL::ASN1::Integer(at.to_i)))
          list.sign(identity.key, @terms.digest)
        end
      end

      # Revokes the certificate with +serial+ (Integer) at +at+.
      def revoke(serial, at) = File.open(revoked_path, "a", 0o600) { |file| file.puts("#{serial} #{at.to_i}") }

      # {serial => Time}
      def revoked_serials
        return {} unless File.exist?(revoked_path)

        File.readlines(revoked_path).to_h do |row|
          row.split.map(&:to_i).then do |serial, time|
            [serial, Time.at(time).utc]
          end
        end
      end

      private

      def revoked_path = File.join(@folder, "revoked.txt")
      def pointers = [["authorityInfoAccess", "OCSP;URI:#{@address}/status", false], *list_pointer("issuing")]
      def list_pointer(name) = [["crlDistributionPoints", "URI:#{@address}/#{name}.crl", false]]

      def revoked_entry(serial, time)
        OpenSSL::X509::Revoked.new.tap do |entry|
          entry.serial = serial
          entry.time = time
        end
      end

      # Reads an identity from the folder, or makes it there.
      def kept(name)
        key_path, certificate_path = %w[key crt].map { |ending| File.join(@folder, "#{name}.#{ending}") }
        unless File.exist?(certificate_path)
          key = KINDS.fetch(@terms.kind).call
          File.write(key_path, key.private_to_pem, perm: 0o600)
          File.write(certificate_path, yield(key).to_pem)
        end
        Identity.new(
          OpenSSL::X509::Certificate.new(File.read(certificate_path)),
          OpenSSL::PKey.read(File.read(key_path))
        )
      end

      def certify(name, key, by: nil, ca: false, use: nil)
        subject = OpenSSL::X509::Name.new(
          [["O", "#{@terms.name} Trust Services (stand-in)"], ["CN", format(NAMES.fetch(name), @terms.name)]]
        )
        extensions = if ca
          [
            ["basicConstraints", "CA:TRUE", true],
            ["keyUsage", "keyCertSign, cRLSign", true]
          ]
        else
          [["keyUsage", "digitalSignature", true]]
        end
        extensions << ["extendedKeyUsage", *use] if use
        extensions << ["noCheck", "ignored", false] if name == :status # RFC 6960, 4.2.2.2.1
        extensions.concat(name == :issuing ? list_pointer("root") : pointers) if by && name != :status
        build(
          subject,
          key,
          by: by,
          years: @terms.years.fetch(name),
          extensions: extensions,
          signing_key: by ? by.key : key
        )
      end

      def build(
        subject, public_key, extensions:, years: nil, period: @terms.born..(@terms.born + (years.to_i * YEAR_SECONDS)),
        by: nil, signing_key: by&.key
      )
        certificate = OpenSSL::X509::Certificate.new
        certificate.version = 2
        certificate.serial = OpenSSL::BN.rand(120)
        certificate.subject = subject
        certificate.issuer = by ? by.certificate.subject : subject
        certificate.public_key = public_key
        certificate.not_before = period.begin
        certificate.not_after = period.end
        extend_certificate(certificate, by&.certificate, extensions)
        certificate.sign(signing_key, @terms.digest)
        # OpenSSL remembers extensions from before they were all there
        OpenSSL::X509::Certificate.new(certificate.to_der)
      end

      def extend_certificate(certificate, issuer, extensions)
        factory = OpenSSL::X509::ExtensionFactory.new(issuer || certificate, certificate)
        certificate.add_extension(factory.create_extension("subjectKeyIdentifier", "hash"))
        certificate.add_extension(factory.create_extension("authorityKeyIdentifier", "keyid:always")) if issuer
        extensions.each do |name, value, critical|
          certificate.add_extension(factory.create_extension(name, value, critical))
        end
      end
    end
  end
end
