# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Core
    module Offices
      # What an office takes over from the provider where its people sign on. +passwords+: may staff sign in by them as
      # well?; +makes_accounts+: does who has none get one?; +trusts_addresses+: are addresses that the provider does
      # not call verified theirs all the same?; +places+: [Place, ...], of which the first that fits counts.
      SignOnPolicy = Value.of(:passwords, :makes_accounts, :trusts_addresses, :places) do
        # +text+: as #kept gives it; nil where nothing was decided.
        def self.of(text)
          values = text ? JSON.parse(text) : {}
          new(
            passwords: values.fetch("passwords", true),
            makes_accounts: values.fetch("makes_accounts", false),
            trusts_addresses: values.fetch("trusts_addresses", false),
            places: values.fetch("places", []).map { |place| SignOnPolicy::Place.new(**place.transform_keys(&:to_sym)) }
          )
        end

        def kept = JSON.generate(to_h.merge(places: places.map(&:to_h)))

        # Changes with whatever is changed.
        def mark = OpenSSL::Digest::SHA256.hexdigest(kept)

        # Of whoever is in +groups+; nil where no place is said for any of them.
        def place(groups) = places.find { |place| groups.include?(place.group) }
      end

      # Whoever is in +group+ has that role, in that unit.
      SignOnPolicy::Place = Value.of(:group, :role, :unit)
      SignOnPolicy::MAX_PLACES = 200
      SignOnPolicy::GROUP_CHARACTERS = (1..200)
    end
  end
end
