# frozen_string_literal: true

require "base64"

module JustSeal
  module Web
    module Scim
      # Accounts as users and units as groups, as SCIM 2.0 has them (RFC 7643, 4.1 to 4.3).
      class Resource
        USER = "urn:ietf:params:scim:schemas:core:2.0:User"
        GROUP = "urn:ietf:params:scim:schemas:core:2.0:Group"
        ENTERPRISE = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"

        # The identifier of a unit, and back.
        def self.group_id(name) = Base64.urlsafe_encode64(name, padding: false)

        def self.unit_name(id)
          Base64.urlsafe_decode64(id.to_s).force_encoding(Encoding::UTF_8).scrub("")
        rescue ArgumentError
          ""
        end

        # +base+: address beneath which they are.
        def initialize(base) = @base = base

        # +account+: Store::Account; +external_id+: nil for none.
        def user(account, external_id)
          {
            "schemas" => [USER, ENTERPRISE],
            "id" => account.id.to_s,
            "externalId" => external_id,
            "userName" => account.email.to_s,
            "name" => { "formatted" => account.name },
            "displayName" => account.name,
            "title" => account.job_title.to_s,
            "active" => account.state != "ended",
            "emails" => [{ "value" => account.email.to_s, "type" => "work", "primary" => true }],
            "roles" => [{ "value" => account.role, "primary" => true }],
            "groups" => [{ "value" => self.class.group_id(account.unit), "display" => account.unit }],
            ENTERPRISE => { "department" => account.unit },
            "meta" => meta("User", account.id)
          }.compact
        end

        # +members+: [Store::Account, ...]
        def group(name, members)
          id = self.class.group_id(name)
          {
            "schemas" => [GROUP],
            "id" => id,
            "displayName" => name,
            "members" => members.map { |account| { "value" => account.id.to_s, "display" => account.name } },
            "meta" => meta("Group", id)
          }
        end

        private

        def meta(type, id) = { "resourceType" => type, "location" => "#{@base}/#{type}s/#{id}" }
      end
    end
  end
end
