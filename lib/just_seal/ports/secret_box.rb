# frozen_string_literal: true

require "openssl"

module JustSeal
  module Ports
    # Keeps small secrets in the database, encrypted under the master key (AES-256-GCM).
    class SecretBox
      CIPHER = "aes-256-gcm"
      NONCE_BYTES = 12
      TAG_BYTES = 16

      # +master_key+: hex.
      def initialize(master_key) = @key = OpenSSL::Digest.digest("SHA256", "secret box #{master_key}")

      # +text+ as base64 that only this key opens.
      def close(text)
        cipher = OpenSSL::Cipher.new(CIPHER).encrypt
        cipher.key = @key
        nonce = cipher.random_iv
        [nonce + cipher.update(text) + cipher.final + cipher.auth_tag(TAG_BYTES)].pack("m0")
      end

      # What close was given. Raises Errors::Damaged for anything else.
      def open(closed)
        bytes = closed.unpack1("m0")
        cipher = OpenSSL::Cipher.new(CIPHER).decrypt
        cipher.key = @key
        cipher.iv = bytes.byteslice(0, NONCE_BYTES)
        cipher.auth_tag = bytes.byteslice(-TAG_BYTES, TAG_BYTES)
        (cipher.update(bytes.byteslice(NONCE_BYTES...-TAG_BYTES)) + cipher.final).force_encoding(Encoding::UTF_8)
      rescue OpenSSL::Cipher::CipherError, ArgumentError, TypeError
        raise Errors::Damaged, :secret_closed
      end
    end
  end
end
