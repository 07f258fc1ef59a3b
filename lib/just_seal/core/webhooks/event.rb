# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Webhooks
      # What other programs are told: kinds, the body of a message, and its signature as the Standard Webhooks
      # specification (version 1.0, symmetric signatures "v1") has it.
      module Event
        KINDS = %w[
          record.captured
          record.corrected
          docket.sent
          party.acted
          docket.sealed
          party.refused
          docket.lapsed
          docket.withdrawn
          circulation.started
          circulation.closed
          instruction.run_held
          instruction.run_ended
          instruction.called
        ].freeze
        SECRET = "whsec_"
        SECRET_BYTES = 32

        module_function

        # The JSON text of a message. +data+: {name => text, number, list or Hash}; +at+: Time at which it happened.
        def body(kind, data, at:) = JSON.generate("type" => kind, "timestamp" => at.utc.iso8601(3), "data" => data)

        # The headers of one delivery: +message+: its id, the same however often it is tried; +secrets+: texts that
        # begin with SECRET, the newest first; +at+: Time of the try.
        def headers(message, body, secrets:, at:)
          seconds = at.to_i.to_s
          signed = "#{message}.#{seconds}.#{body}"
          {
            "webhook-id" => message,
            "webhook-timestamp" => seconds,
            "webhook-signature" => secrets.map { |secret| signature(secret, signed) }.join(" ")
          }
        end

        def signature(secret, signed)
          key = secret.delete_prefix(SECRET).unpack1("m0")
          "v1,#{[OpenSSL::HMAC.digest("SHA256", key, signed)].pack("m0")}"
        end
      end
    end
  end
end
