# frozen_string_literal: true

require "fileutils"
require "openssl"

module JustSeal
  module Ports
    # The organisation's own keys: one to certify and seal, one to witness what parties do. They are made at first use, get their
    # certificates from the enrolment service, and lie encrypted under the master key.
    class SigningKeys
      NAMES = { seal: "seal", witness: "witness" }.freeze
      KEY_BITS = 3072

      # +folder+: where they lie; +master_key+: hex; +office+: the organisation's name; +enrolment_url+: PKCS#10 in, PEM chain out.
      def initialize(folder, master_key:, office:, enrolment_url:)
        @folder = folder
        @master_key = master_key
        @office = office
        @enrolment_url = enrolment_url
        @signers = {}
        @guard = Mutex.new
      end

      # Core::Pdf::Signer for +name+ (:seal or :witness).
      def [](name) = @guard.synchronize { @signers[name] ||= load(name) || make(name) }

      private

      def path(name, ending) = File.join(@folder, "#{NAMES.fetch(name)}.#{ending}")

      def load(name)
        return unless File.exist?(path(name, "crt"))

        certificate, *chain = OpenSSL::X509::Certificate.load(File.read(path(name, "crt")))
        Core::Pdf::Signer.new(certificate: certificate, chain: chain, key: OpenSSL::PKey.read(File.read(path(name, "key")), @master_key))
      end

      # Two processes may meet here at first start: the lock lets one make the key and the other read it.
      def make(name)
        FileUtils.mkdir_p(@folder, mode: 0o700)
        File.open(File.join(@folder, "lock"), File::CREAT | File::RDWR, 0o600) do |lock|
          lock.flock(File::LOCK_EX)
          enrol(name) unless File.exist?(path(name, "crt"))
        end
        load(name)
      end

      def enrol(name)
        key = OpenSSL::PKey::RSA.new(KEY_BITS)
        chain = Http.post(@enrolment_url, request(name, key).to_pem, "application/pkcs10")
        File.write(path(name, "key"), key.private_to_pem(OpenSSL::Cipher.new("aes-256-cbc"), @master_key), perm: 0o600)
        File.write(path(name, "crt"), chain, perm: 0o600)
      end

      def request(name, key)
        OpenSSL::X509::Request.new.tap do |request|
          request.version = 0
          request.subject = OpenSSL::X509::Name.new([["O", @office], ["CN", "#{@office}, #{NAMES.fetch(name)}"]])
          request.public_key = key
          request.sign(key, "SHA256")
        end
      end
    end
  end
end
