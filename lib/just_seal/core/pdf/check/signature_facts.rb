# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What was found of one signature or document time-stamp, as plain values. +kind+: /SubFilter; +time_source+:
        # :time_stamp or :claimed; +proven_at+: Time at which it is proved from outside to have been there; +status+:
        # "valid", "invalid" or "undetermined"; +indication+: Indication; +valid+, +trusted+, +archive+,
        # +certification+: true or false; +certificate+, +authority+: Trust::CertificateFacts, of the signer and of
        # whoever stamped it, with +chain+ and +authority_chain+ from there upwards; +statuses+: {fingerprint =>
        # StatusFacts}; +algorithm+: of the signature; +digest+: SHA-256 of the bytes that it covers.
        SignatureFacts = Value.of(
          :field,
          :kind,
          :signer,
          :certificate_name,
          :reason,
          :level,
          :time,
          :time_source,
          :proven_at,
          :covers_bytes,
          :status,
          :indication,
          :valid,
          :trusted,
          :archive,
          :certification,
          :findings,
          :certificate,
          :chain,
          :authority,
          :authority_chain,
          :statuses,
          :algorithm,
          :digest
        ) do
          alias_method :valid?, :valid
          alias_method :trusted?, :trusted
          alias_method :archive?, :archive
          alias_method :certification?, :certification
        end
      end
    end
  end
end
