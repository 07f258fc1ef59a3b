# frozen_string_literal: true

require "openssl"
require "uri"

module JustSeal
  module Core
    module Assurance
      # Codes of an authenticator app (RFC 6238, SHA-1, six digits, steps of 30 seconds), with one step of drift, and
      # never twice for the same step.
      module TimeCode
        STEP_SECONDS = 30
        DRIFT_STEPS = 1
        DIGITS = 6
        SECRET_BYTES = 20
        BASE32 = [*"A".."Z", *"2".."7"].freeze

        module_function

        # The code for +step+ of +secret+ (bytes). RFC 4226, 5.3.
        def at(secret, step, digits: DIGITS, digest: "SHA1")
          mac = OpenSSL::HMAC.digest(digest, secret, [step].pack("Q>"))
          offset = mac.bytes.last & 0xf
          number = mac.byteslice(offset, 4).unpack1("N") & 0x7fffffff
          format("%0#{digits}d", number % (10**digits))
        end

        # The step for which +code+ is right, nil for none. +after+: the last step that was used; all steps are tried,
        # so that every answer takes as long.
        def step(secret, code, now:, after: 0)
          current = now.to_i / STEP_SECONDS
          plain = code.to_s.gsub(/\s/, "")
          right = ((current - DRIFT_STEPS)..(current + DRIFT_STEPS)).select { |one| same?(at(secret, one), plain) }
          right.find { |one| one > after }
        end

        # The secret as apps take it, in base 32 (RFC 4648, 6), and the address that their QR code holds.
        def typed(secret) = secret.unpack1("B*").scan(/.{1,5}/).map { |bits| BASE32[bits.ljust(5, "0").to_i(2)] }.join

        def address(secret, name:, office:)
          issuer, holder = [office, name].map { |part| URI.encode_www_form_component(part).gsub("+", "%20") }
          "otpauth://totp/#{issuer}:#{holder}?secret=#{typed(secret)}&issuer=#{issuer}&digits=#{DIGITS}" \
            "&period=#{STEP_SECONDS}"
        end

        def same?(one, two) = one.bytesize == two.bytesize && OpenSSL.fixed_length_secure_compare(one, two)
      end
    end
  end
end
