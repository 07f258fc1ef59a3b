# frozen_string_literal: true

require "fileutils"
require "openssl"

module JustSeal
  module Ports
    # The organisation's own keys: one to certify and seal, one to witness what parties do. They are made at first
    # use, get their certificates from the enrolment service, and lie encrypted under the master key. A key can be
    # exchanged: what the old one signed stays valid, since its certificate and status are in the files.
    class SigningKeys
      NAMES = { seal: "seal", witness: "witness" }.freeze
      # kind of key => how it is made
      KINDS = {
        "rsa-3072" => -> { OpenSSL::PKey::RSA.new(3072) },
        "rsa-4096" => -> { OpenSSL::PKey::RSA.new(4096) },
        "ec-p256" => lambda {
          OpenSSL::PKey::EC.generate("prime256v1")
        },
        "ec-p384" => -> { OpenSSL::PKey::EC.generate("secp384r1") }
      }.freeze
      DIGESTS = %w[sha256 sha384 sha512].freeze

      # +folder+: where they lie; +master_key+: hex; +office+: the organisation's name; +enrolment_url+: PKCS#10 in, PEM
      # chain out; +kind+: of new keys; +digest+: for signatures.
      def initialize(folder, master_key:, office:, enrolment_url:, kind: "rsa-3072", digest: "sha256")
        raise Error.new(:no_kind_of_key, kind: kind, kinds: KINDS.keys) unless KINDS.key?(kind)
        raise Error.new(:no_digest, digest: digest, digests: DIGESTS) unless DIGESTS.include?(digest)

        @folder = folder
        @master_key = master_key
        @office = office
        @enrolment_url = enrolment_url
        @kind = kind
        @digest = digest
        @signers = {}
        @guard = Mutex.new
      end

      # Core::Pdf::Signer for +name+ (:seal or :witness). A key that another process has exchanged is read anew.
      def [](name) = @guard.synchronize { current(name) || load(name) || make(name) }

      # Makes a new key with a certificate of its own; the old private key is destroyed, its certificate kept. Returns
      # [old, new] Signer; old is nil when there was none.
      def rotate(name)
        @guard.synchronize do
          old = load(name)
          locked { enrol(name, old) }
          [old, load(name)]
        end
      end

      private

      def path(name, ending) = File.join(@folder, "#{NAMES.fetch(name)}.#{ending}")

      def current(name)
        signer, written = @signers[name]
        signer if signer && File.mtime(path(name, "crt")) == written
      end

      def load(name)
        return unless File.exist?(path(name, "crt"))

        signer, written = read(name)
        # Another process is exchanging the two files just now, or has died between them.
        signer, written = locked { healed(name) } unless signer.certificate.check_private_key(signer.key)
        @signers[name] = [signer, written]
        signer
      end

      def read(name)
        written = File.mtime(path(name, "crt"))
        certificate, *chain = OpenSSL::X509::Certificate.load(File.read(path(name, "crt")))
        [
          Core::Pdf::Signer.new(
            certificate: certificate,
            chain: chain,
            key: OpenSSL::PKey.read(File.read(path(name, "key")), @master_key),
            digest: @digest
          ),
          written
        ]
      end

      # The key goes first: where its certificate is still beside, it has to follow.
      def healed(name)
        File.rename(path(name, "crt.new"), path(name, "crt")) if File.exist?(path(name, "crt.new"))
        read(name)
      end

      # Two processes may meet here at first start: the lock lets one make the key and the other read it.
      def make(name)
        locked { enrol(name) unless File.exist?(path(name, "crt")) }
        load(name)
      end

      def locked
        FileUtils.mkdir_p(@folder, mode: 0o700)
        File.open(File.join(@folder, "lock"), File::CREAT | File::RDWR, 0o600) do |lock|
          lock.flock(File::LOCK_EX)
          yield
        end
      end

      # The new files are there whole before they take the place of the old ones.
      def enrol(name, old = nil)
        key = KINDS.fetch(@kind).call
        chain = Http.post(
          @enrolment_url,
          KeyRequest.pem(KeyRequest.subject(@office, NAMES.fetch(name)), key, key),
          "application/pkcs10"
        )
        File.write(
          path(name, "key.new"),
          key.private_to_pem(OpenSSL::Cipher.new("aes-256-cbc"), @master_key),
          perm: 0o600
        )
        File.write(path(name, "crt.new"), chain, perm: 0o600)
        if old
          File.write(
            path(name, "#{old.certificate.serial}.crt"),
            [old.certificate, *old.chain].map(&:to_pem).join,
            perm: 0o600
          )
        end
        %w[key crt].each { |ending| File.rename(path(name, "#{ending}.new"), path(name, ending)) }
      end
    end
  end
end
