# frozen_string_literal: true

require "fileutils"
require "openssl"

module JustSeal
  module Ports
    # The organisation's own keys: one to certify and seal, one to witness what parties do. They are made when somebody
    # asks for it, get their certificates from the enrolment service or by hand, and lie encrypted under the master key.
    # A key can be exchanged: what the old one signed stays valid, since its certificate and status are in the files.
    class SigningKeys
      NAMES = { seal: "seal", witness: "witness" }.freeze
      # kind of key => how it is made
      KINDS = {
        "rsa-3072" => -> { OpenSSL::PKey::RSA.new(3072) },
        "rsa-4096" => -> { OpenSSL::PKey::RSA.new(4096) },
        "ec-p256" => -> { OpenSSL::PKey::EC.generate("prime256v1") },
        "ec-p384" => -> { OpenSSL::PKey::EC.generate("secp384r1") }
      }.freeze
      # kind of key => what the register of algorithms calls it
      NAMES_OF_KINDS = {
        "rsa-3072" => "RSA 3072",
        "rsa-4096" => "RSA 4096",
        "ec-p256" => "EC prime256v1",
        "ec-p384" => "EC secp384r1"
      }.freeze

      # +folder+: where they lie; +master_key+: hex; +former+: the one before, by which keys are still opened, or nil;
      # +enrolment_url+: PKCS#10 in, PEM chain out, nil where there is none; +kind+: callable that gives what new
      # keys are, a key of KINDS; +digest+: callable that gives what signatures are made over.
      def initialize(
        folder, master_key:, former: nil, enrolment_url: nil, kind: -> { "rsa-3072" }, digest: -> { "sha256" }
      )
        @folder = folder
        @master_key = master_key
        @former = former
        @enrolment_url = enrolment_url
        @kind = kind
        @digest = digest
        @signers = {}
        @guard = Mutex.new
      end

      # Core::Pdf::Signer for +name+ (:seal or :witness). A key that another process has exchanged is read anew. Raises
      # Errors::Unavailable where none was made.
      def [](name) = find(name) || raise(Errors::Unavailable.new(:no_signing_key, name: name))

      # The same, nil where none was made.
      def find(name) = @guard.synchronize { current(name) || load(name) }&.with(digest: @digest.call)

      # Makes a new key, whose certificate comes from the enrolment service; the old private key is destroyed, its
      # certificate kept. +office+: the organisation's name. Returns [old, new] Signer; old is nil when there was none.
      def rotate(name, office:)
        raise Errors::Unavailable, :no_enrolment unless @enrolment_url

        locked do
          key = KINDS.fetch(@kind.call).call
          put(name, key, Http.post(@enrolment_url, request_of(name, office, key), "application/pkcs10"))
        end
      end

      # Makes a key that waits for a certificate; one that waited before is forgotten. Returns the request for it (PEM,
      # PKCS#10).
      def request(name, office:)
        locked do
          key = KINDS.fetch(@kind.call).call
          write(name, "key.asked", closed(key))
          request_of(name, office, key)
        end
      end

      # Does a key wait for its certificate?
      def asked?(name) = File.exist?(path(name, "key.asked"))

      # Takes the waiting key into use, with its certificate. +chain+: [certificate of that key, those above]. Returns
      # as #rotate. Raises Errors::Invalid where it is of another key.
      def install(name, chain)
        locked do
          key = asked?(name) && opened(path(name, "key.asked"))
          raise Errors::Invalid, { "certificate" => :certificate_of_other_key } unless
            key && chain.first.check_private_key(key)

          put(name, key, chain.map(&:to_pem).join).tap { File.delete(path(name, "key.asked")) }
        end
      end

      # Closes every key of the folder under the master key of today. Returns how many were under the one before.
      def close_anew
        locked do
          keys = Dir[File.join(@folder, "*.{key,key.asked}")].reject { |file| current?(file) }
          keys.each do |file|
            File.write("#{file}.new", closed(opened(file)), perm: 0o600)
            File.rename("#{file}.new", file)
          end
          keys.size
        end
      end

      private

      def path(name, ending) = File.join(@folder, "#{NAMES.fetch(name)}.#{ending}")
      def write(name, ending, text) = File.write(path(name, ending), text, perm: 0o600)

      # Under either master key.
      def opened(file)
        OpenSSL::PKey.read(File.read(file), @master_key)
      rescue OpenSSL::PKey::PKeyError
        raise unless @former

        OpenSSL::PKey.read(File.read(file), @former)
      end

      def current?(file)
        OpenSSL::PKey.read(File.read(file), @master_key)
        true
      rescue OpenSSL::PKey::PKeyError
        false
      end

      def closed(key) = key.private_to_pem(OpenSSL::Cipher.new("aes-256-cbc"), @master_key)
      def request_of(name, office, key) = KeyRequest.pem(KeyRequest.subject(office, NAMES.fetch(name)), key, key)

      def current(name)
        signer, written = @signers[name]
        signer if signer && File.mtime(path(name, "crt")) == written
      end

      def load(name)
        return unless File.exist?(path(name, "crt"))

        signer, written = read(name)
        # Another process is exchanging the two files just now, or has died between them.
        signer, written = exclusively { healed(name) } unless signer.certificate.check_private_key(signer.key)
        @signers[name] = [signer, written]
        signer
      end

      def read(name)
        written = File.mtime(path(name, "crt"))
        certificate, *chain = OpenSSL::X509::Certificate.load(File.read(path(name, "crt")))
        key = opened(path(name, "key"))
        [Core::Pdf::Signer.new(certificate: certificate, chain: chain, key: key), written]
      end

      # The key goes first: where its certificate is still beside, it has to follow.
      def healed(name)
        File.rename(path(name, "crt.new"), path(name, "crt")) if File.exist?(path(name, "crt.new"))
        read(name)
      end

      # One thread and one process at a time.
      def locked(&) = @guard.synchronize { exclusively(&) }

      def exclusively(&) = FolderLock.hold(@folder, &)

      # The new files are there whole before they take the place of the old ones.
      def put(name, key, chain)
        old = File.exist?(path(name, "crt")) ? read(name).first : nil
        write(name, "key.new", closed(key))
        write(name, "crt.new", chain)
        write(name, "#{old.certificate.serial}.crt", [old.certificate, *old.chain].map(&:to_pem).join) if old
        %w[key crt].each { |ending| File.rename(path(name, "#{ending}.new"), path(name, ending)) }
        [old, load(name)]
      end
    end
  end
end
