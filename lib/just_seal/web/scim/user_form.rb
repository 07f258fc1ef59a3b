# frozen_string_literal: true

module JustSeal
  module Web
    module Scim
      # A user of SCIM: from a resource to a person of the staff.
      class UserForm
        # What has no role in the directory gets the one that can do least.
        LEAST = "sender"
        MAX_ID = 200
        NO = [false, "false", "False"].freeze

        # +resource+: as parsed from JSON; +patched+: is it ours, with some of it changed?
        def initialize(resource, patched: false)
          @resource = resource
          @patched = patched
        end

        def external_id
          given = text(@resource["externalId"]) or return
          raise Patch::Refused, "invalidValue" if given.length > MAX_ID || given.match?(/[[:cntrl:]]/)

          given
        end

        def active? = !NO.include?(@resource["active"])

        # Operations::KeepStaff::Person. +now+: Store::Account that it is, nil for nobody yet: what the directory leaves
        # out stays as it is.
        def person(now = nil)
          Operations::KeepStaff::Person.new(
            name: name(now) || now&.name.to_s,
            email: address || now&.email.to_s,
            role: value_of("roles") || now&.role || LEAST,
            unit: unit || now&.unit.to_s,
            job_title: @resource.key?("title") ? text(@resource["title"]).to_s : now&.job_title.to_s,
            seen: ""
          )
        end

        def unit = text(hash(@resource[Resource::ENTERPRISE])["department"])

        private

        # The one that is shown; in what is ours, the one that was changed.
        def name(now) = (@patched ? names - [now&.name] : names).first

        def names
          named = hash(@resource["name"])
          parts = named.values_at("givenName", "familyName").filter_map { |part| text(part) }
          [text(@resource["displayName"]), text(named["formatted"]), (parts.join(" ") if parts.any?)].compact
        end

        # The user name, where it is an address, or else the address that is said to be theirs first.
        def address
          name = text(@resource["userName"])
          name&.include?("@") ? name : value_of("emails") || name
        end

        # The first value of a list, or the one that is marked.
        def value_of(list)
          all = Array(@resource[list]).grep(Hash)
          text((all.find { |one| one["primary"] == true } || all.first)&.fetch("value", nil))
        end

        def hash(value) = value.is_a?(Hash) ? value : {}

        def text(value)
          given = value.is_a?(String) ? value.scrub("").strip : ""
          given unless given.empty?
        end
      end
    end
  end
end
