# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Core
    module Offices
      # What an office says of itself: +name+, as it stands in seals and mails; +zone+: IANA name; +number_prefix+: what
      # docket numbers begin with; +sender+: address that mails come from; +language+: code of the one that it writes;
      # +accent+: colour ("#1c6b66") and +logo+: SHA-256 of a kept PNG, these three nil where it has chosen none.
      Profile = Value.of(:name, :zone, :number_prefix, :sender, :language, :accent, :logo) do
        # A profile of +values+ ({name => text}); nil before the office was set up.
        def self.of(values)
          new(**members.to_h { |name| [name, values[name.to_s]] }) if values["name"]
        end

        # Without spaces around texts; nil in the place of empty ones.
        def stripped
          with(**to_h.transform_values { |value| value.to_s.strip }.transform_values { |text| text unless text.empty? })
        end

        # {"name" => text}, without what the office has none of.
        def kept = to_h.compact.transform_keys(&:to_s)

        # Changes with whatever is changed.
        def mark = OpenSSL::Digest::SHA256.hexdigest(JSON.generate(kept))
      end

      Profile::NAME_CHARACTERS = (2..100)
      Profile::PREFIX = /\A[A-Z][A-Z0-9]{0,7}\z/
      # Grounds on which text stands in the accent, and which stands on it.
      Profile::GROUNDS = %w[#f4f1ea #ffffff].freeze
    end
  end
end
