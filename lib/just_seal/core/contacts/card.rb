# frozen_string_literal: true

module JustSeal
  module Core
    module Contacts
      # What a contact may hold, and how two that are the same become one.
      module Card
        KINDS = %w[person organisation].freeze
        LIMITS = {
          "name" => 200,
          "email" => 254,
          "organisation" => 200,
          "telephone" => 40,
          "role" => 100,
          "language" => 2,
          "notes" => 2000
        }.freeze
        LANGUAGE = /\A([a-z]{2})?\z/
        KEYS = ["kind", *LIMITS.keys].freeze
        TELEPHONE = %r{\A\+?[0-9 ()/.-]{3,40}\z}

        module_function

        # +given+ ({key => text}) with all KEYS, trimmed and composed; what is not given is empty.
        def plain(given)
          card = KEYS.to_h { |key| [key, given[key].to_s.scrub("").unicode_normalize(:nfc).strip] }
          card["kind"].empty? ? card.merge("kind" => "person") : card
        end

        # {key => sentence} for a card as plain gives it.
        def problems(card)
          long = LIMITS.select { |key, limit| card[key].length > limit }
          found = long.to_h { |key, limit| [key, Problem.new(:too_long, limit: limit)] }
          found["name"] = :name_missing if card["name"].empty?
          found["language"] ||= :choose_language unless card["language"].match?(LANGUAGE)
          found["kind"] = :neither_person_nor_organisation unless KINDS.include?(card["kind"])
          found.merge(unreachable(card)) { |_, first, _| first }
        end

        # {key => Problem} of what nobody can be reached by.
        def unreachable(card)
          email, telephone = card.values_at("email", "telephone")
          wrong_address = !email.empty? && !Dockets::Address.valid?(email)
          wrong_number = !telephone.empty? && !telephone.match?(TELEPHONE)
          {
            "email" => (Problem.new(:not_an_address, email: email) if wrong_address),
            "telephone" => (Problem.new(:not_a_telephone_number, telephone: telephone) if wrong_number)
          }.compact
        end

        # One card of two: what +kept+ does not say comes from +other+, and notes are put together.
        def merged(kept, other)
          notes = [kept["notes"], other["notes"]].reject(&:empty?).uniq.join("\n")[0, LIMITS.fetch("notes")]
          KEYS.to_h { |key| [key, kept[key].empty? ? other[key] : kept[key]] }.merge("notes" => notes)
        end
      end
    end
  end
end
