# frozen_string_literal: true

require "openssl"

module JustSeal
  module Ports
    # Keeps small secrets in the database, encrypted under the master key (AES-256-GCM).
    class SecretBox
      CIPHER = "aes-256-gcm"
      NONCE_BYTES = 12
      TAG_BYTES = 16

      # +master_key+: hex; +former+: the one before, by which what was closed under it is still opened; nil for none.
      def initialize(master_key, former: nil)
        @key = key_of(master_key)
        @former = former && key_of(former)
      end

      # +text+ as base64 that only this key opens.
      def close(text)
        cipher = OpenSSL::Cipher.new(CIPHER).encrypt
        cipher.key = @key
        nonce = cipher.random_iv
        [nonce + cipher.update(text) + cipher.final + cipher.auth_tag(TAG_BYTES)].pack("m0")
      end

      # What close was given. Raises Errors::Damaged for anything else.
      def open(closed)
        opened(closed, @key)
      rescue Errors::Damaged
        raise unless @former

        opened(closed, @former)
      end

      # Was it closed under the key of today?
      def current?(closed)
        opened(closed, @key)
        true
      rescue Errors::Damaged
        false
      end

      private

      def key_of(master_key) = OpenSSL::Digest.digest("SHA256", "secret box #{master_key}")

      def opened(closed, key)
        bytes = closed.unpack1("m0")
        cipher = OpenSSL::Cipher.new(CIPHER).decrypt
        cipher.key = key
        cipher.iv = bytes.byteslice(0, NONCE_BYTES)
        cipher.auth_tag = bytes.byteslice(-TAG_BYTES, TAG_BYTES)
        (cipher.update(bytes.byteslice(NONCE_BYTES...-TAG_BYTES)) + cipher.final).force_encoding(Encoding::UTF_8)
      rescue OpenSSL::Cipher::CipherError, ArgumentError, TypeError
        raise Errors::Damaged, :secret_closed
      end
    end
  end
end
