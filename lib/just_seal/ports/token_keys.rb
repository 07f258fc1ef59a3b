# frozen_string_literal: true

require "fileutils"
require "openssl"
require "concurrent/map"
require "pkcs11"
require "securerandom"

module JustSeal
  module Ports
    # The organisation's own keys in a PKCS#11 token (a hardware security module, or SoftHSM), which they never leave.
    # Certificates lie in a folder beside.
    class TokenKeys
      # A private key in the token, which signs as OpenSSL's keys do.
      Key = Core::Value.of(:session, :object, :kind, :guard) do
        # The signature of +hash+ (by +algorithm+, such as "sha256"): PKCS#1 v1.5 for RSA, DER of r and s for EC.
        def sign_raw(algorithm, hash)
          guard.synchronize do
            if kind == "rsa"
              session.sign(
                :RSA_PKCS,
                object,
                TokenKeys.digest_info(algorithm, hash)
              )
            else
              TokenKeys.der_of(session.sign(:ECDSA, object, hash))
            end
          end
        end
      end

      CURVE = "prime256v1"
      RSA_BITS = 3072
      ID_BYTES = 16

      OPEN = Concurrent::Map.new
      private_constant :OPEN

      # A module is opened once in a process (PKCS #11, 5.4).
      def self.open(library) = OPEN.compute_if_absent(library) { PKCS11.open(library) }

      # +library+: path of the PKCS#11 module; +token+: label; +pin+: of its user; +folder+: for certificates; +kind+:
      # gives "rsa-3072" or "ec-p256"; the rest as of SigningKeys.
      def initialize(
        library, token:, pin:, folder:, enrolment_url: nil, kind: -> { "rsa-3072" }, digest: -> { "sha256" }
      )
        @library = library
        @token = token
        @pin = pin
        @folder = folder
        @enrolment_url = enrolment_url
        @digest = digest
        @kind = kind
        @guard = Mutex.new
        @signing = Mutex.new
        @signers = {}
      end

      # As of SigningKeys.
      def [](name) = find(name) || raise(Errors::Unavailable.new(:no_signing_key, name: name))

      # As of SigningKeys.
      def find(name) = @guard.synchronize { current(name) || load(name) }&.with(digest: @digest.call)

      # As of SigningKeys: the key is made in the token, and the old one destroyed there.
      def rotate(name, office:)
        raise Errors::Unavailable, :no_enrolment unless @enrolment_url

        locked do
          id = SecureRandom.random_bytes(ID_BYTES)
          put(name, id, Http.post(@enrolment_url, request_of(name, office, id), "application/pkcs10"))
        end
      end

      # As of SigningKeys.
      def request(name, office:)
        locked do
          id = SecureRandom.random_bytes(ID_BYTES)
          request_of(name, office, id).tap do
            waiting(name)&.each(&:destroy)
            write("#{path(name)}.asked", "Key #{id.unpack1("H*")}\n")
          end
        end
      end

      # As of SigningKeys.
      def asked?(name) = File.exist?("#{path(name)}.asked")

      # As of SigningKeys.
      def install(name, chain)
        locked do
          id = id_in("#{path(name)}.asked")
          raise Errors::Invalid, { "certificate" => :certificate_of_other_key } unless
            id && public_keys(id).include?(chain.first.public_key.public_to_der)

          put(name, id, chain.map(&:to_pem).join).tap { File.delete("#{path(name)}.asked") }
        end
      end

      # RFC 8017, 9.2: what a token that is given a hash has to be given beside it.
      def self.digest_info(algorithm, hash)
        OpenSSL::ASN1::Sequence(
          [
            OpenSSL::ASN1::Sequence(
              [OpenSSL::ASN1::ObjectId(algorithm.upcase), OpenSSL::ASN1::Null(nil)]
            ),
            OpenSSL::ASN1::OctetString(hash)
          ]
        ).to_der
      end

      # RFC 3279, 2.2.3: r and s, which a token puts side by side, as a sequence.
      def self.der_of(both)
        OpenSSL::ASN1::Sequence(
          both.unpack("a#{both.bytesize / 2}a*").map do |half|
            OpenSSL::ASN1::Integer(OpenSSL::BN.new(half, 2))
          end
        ).to_der
      end

      private

      # One thread and one process at a time: two that exchange a key at once would leave one behind in the token.
      def locked(&) = @guard.synchronize { FolderLock.hold(@folder, &) }

      def path(name) = File.join(@folder, "#{name}.token.crt")

      def session
        @session ||= begin
          slot = self.class.open(@library).active_slots.find do |one|
            one.token_info.label.strip == @token
          end or raise Error.new(:no_token, token: @token, library: @library)
          slot.open(PKCS11::CKF_SERIAL_SESSION | PKCS11::CKF_RW_SESSION).tap { |opened| log_in(opened) }
        end
      rescue PKCS11::Error => e
        raise Errors::Unavailable.new(:token_unusable, cause: e.class.name.split("::").last)
      end

      # Signing in is for all sessions of a process.
      def log_in(opened)
        opened.login(:USER, @pin)
      rescue PKCS11::CKR_USER_ALREADY_LOGGED_IN
        opened
      end

      def label(name) = "just-seal #{SigningKeys::NAMES.fetch(name)}"

      # By which the token knows the key of the certificate that is in use: the first line of its file. nil without one.
      def id(name) = id_in(path(name))
      def id_in(file) = File.exist?(file) ? [File.foreach(file).first[/\AKey (\h+)$/, 1]].pack("H*") : nil
      def waiting(name) = id_in("#{path(name)}.asked")&.then { |id| session.find_objects(ID: id) }

      def write(file, text)
        FileUtils.mkdir_p(@folder, mode: 0o700)
        File.write("#{file}.new", text, perm: 0o600)
        File.rename("#{file}.new", file)
      end

      # A key that another process has exchanged is read anew.
      def current(name)
        signer, written = @signers[name]
        signer if signer && File.mtime(path(name)) == written
      end

      def load(name)
        known = id(name) or return
        written = File.mtime(path(name))
        key = session.find_objects(
          CLASS: PKCS11::CKO_PRIVATE_KEY,
          ID: known
        ).first or raise Error.new(:token_without_key, path: path(name))
        certificate, *chain = OpenSSL::X509::Certificate.load(File.read(path(name)))
        signer(key, certificate, chain).tap { |signer| @signers[name] = [signer, written] }
      end

      def signer(key, certificate, chain)
        kind = certificate.public_key.is_a?(OpenSSL::PKey::EC) ? "ec" : "rsa"
        Core::Pdf::Signer.new(
          certificate: certificate,
          chain: chain,
          key: Key.new(session: session, object: key, kind: kind, guard: @signing)
        )
      end

      # A request for a certificate of a key that is made in the token now, under +id+.
      def request_of(name, office, id)
        kind = @kind.call.split("-").first
        public_object, key = generate(kind, name, id)
        signing = Key.new(session: session, object: key, kind: kind, guard: @signing)
        subject = KeyRequest.subject(office, SigningKeys::NAMES.fetch(name))
        KeyRequest.pem(subject, public_key(public_object), signing)
      end

      # The old key goes when the new one is in its place, not before.
      def put(name, id, chain)
        old = current(name) || load(name)
        old_id = id(name)
        write(path(name), "Key #{id.unpack1("H*")}\n#{chain}")
        fresh = load(name)
        session.find_objects(ID: old_id).each(&:destroy) if old_id
        [old, fresh]
      end

      def public_key(object) = object[:KEY_TYPE] == PKCS11::CKK_RSA ? rsa(object) : ec(object)

      def public_keys(id)
        objects = session.find_objects(CLASS: PKCS11::CKO_PUBLIC_KEY, ID: id)
        objects.map { |object| public_key(object).public_to_der }
      end

      def generate(kind, name, id)
        common = { LABEL: label(name), ID: id, TOKEN: true }
        secret = { PRIVATE: true, SENSITIVE: true, EXTRACTABLE: false, SIGN: true, **common }
        if kind == "rsa"
          return session.generate_key_pair(
            :RSA_PKCS_KEY_PAIR_GEN,
            { MODULUS_BITS: RSA_BITS, PUBLIC_EXPONENT: [1, 0, 1].pack("C*"), VERIFY: true, **common },
            secret
          )
        end

        session.generate_key_pair(
          :EC_KEY_PAIR_GEN,
          { EC_PARAMS: OpenSSL::ASN1::ObjectId(CURVE).to_der, VERIFY: true, **common },
          secret
        )
      end

      def rsa(object)
        numbers = [object[:MODULUS], object[:PUBLIC_EXPONENT]].map do |bytes|
          OpenSSL::ASN1::Integer(OpenSSL::BN.new(bytes, 2))
        end
        OpenSSL::PKey::RSA.new(OpenSSL::ASN1::Sequence(numbers).to_der)
      end

      def ec(object)
        point = OpenSSL::ASN1.decode(object[:EC_POINT]).value
        algorithm = OpenSSL::ASN1::Sequence([OpenSSL::ASN1::ObjectId("id-ecPublicKey"), OpenSSL::ASN1::ObjectId(CURVE)])
        OpenSSL::PKey.read(OpenSSL::ASN1::Sequence([algorithm, OpenSSL::ASN1::BitString(point)]).to_der)
      end
    end
  end
end
