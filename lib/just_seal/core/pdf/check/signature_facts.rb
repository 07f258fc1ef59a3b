# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What was found of one signature or document time-stamp, as plain values. +time_source+: :time_stamp or
        # :claimed; +status+: "valid", "invalid" or "undetermined"; +valid+, +trusted+, +archive+, +certification+: true
        # or false.
        SignatureFacts = Value.of(
          :field,
          :signer,
          :certificate_name,
          :reason,
          :level,
          :time,
          :time_source,
          :covers_bytes,
          :status,
          :valid,
          :trusted,
          :archive,
          :certification,
          :findings
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
