# frozen_string_literal: true

module JustSeal
  module Core
    module Offices
      # What is wrong with a profile as somebody typed it.
      module ProfileReview
        module_function

        # +profile+: Profile of texts; +zones+: names of the zones there are; +languages+: codes of those there are.
        # Returns {"name" => Symbol or Problem}.
        def call(profile, zones:, languages:)
          {
            "name" => name(profile.name.to_s),
            "zone" => (:zone_unknown unless zones.include?(profile.zone)),
            "number_prefix" => (:prefix_malformed unless Profile::PREFIX.match?(profile.number_prefix.to_s)),
            "sender" => (:address_malformed unless Dockets::Address.valid?(profile.sender.to_s)),
            "language" => (:choose_language unless [nil, *languages].include?(profile.language)),
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
