# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Core
    module Offices
      # What an office says of itself: +name+, as it stands in seals and mails; +zone+: IANA name; +number_prefix+: what
      # docket numbers begin with; +sender+: address that mails come from; +accent+: colour ("#1c6b66") and +logo+:
      # SHA-256 of a kept PNG, both nil where the office has none of its own.
      Profile = Value.of(:name, :zone, :number_prefix, :sender, :accent, :logo) do
        # A profile of +values+ ({name => text}); nil before the office was set up.
        def self.of(values)
          new(**members.to_h { |name| [name, values[name.to_s]] }) if values["name"]
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

      # What is wrong with a profile as somebody typed it.
      module ProfileReview
        module_function

        # +profile+: Profile of texts; +zones+: names of the zones there are. Returns {"name" => Symbol or Problem}.
        def call(profile, zones:)
          {
            "name" => name(profile.name.to_s),
            "zone" => (:zone_unknown unless zones.include?(profile.zone)),
            "number_prefix" => (:prefix_malformed unless Profile::PREFIX.match?(profile.number_prefix.to_s)),
            "sender" => (:address_malformed unless Dockets::Address.valid?(profile.sender.to_s)),
            "accent" => accent(profile.accent)
          }.compact
        end

        def name(name)
          fine = Profile::NAME_CHARACTERS.cover?(name.length) && !name.match?(/[[:cntrl:]<>"]/)
          Problem.new(:office_name_length, limit: Profile::NAME_CHARACTERS.max) unless fine
        end

        def accent(colour)
          return if colour.nil?
          return :colour_malformed unless Contrast::FORM.match?(colour)

          least = Profile::GROUNDS.map { |ground| Contrast.ratio(colour, ground) }.min
          Problem.new(:colour_too_faint, ratio: least.round(1), least: Contrast::MIN_TEXT) if least < Contrast::MIN_TEXT
        end
      end
    end
  end
end
