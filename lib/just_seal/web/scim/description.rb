# frozen_string_literal: true

module JustSeal
  module Web
    module Scim
      # What this service can do, and of what its resources are made (RFC 7643, 5 to 7).
      module Description
        CONFIG = "urn:ietf:params:scim:schemas:core:2.0:ServiceProviderConfig"
        TYPE = "urn:ietf:params:scim:schemas:core:2.0:ResourceType"
        SCHEMA = "urn:ietf:params:scim:schemas:core:2.0:Schema"
        # attribute => [type, is it needed?, parts]
        USER = {
          "userName" => ["string", true],
          "name" => ["complex", false, %w[formatted givenName familyName]],
          "displayName" => ["string", false],
          "title" => ["string", false],
          "active" => ["boolean", false],
          "emails" => ["complex", false, %w[value type primary]],
          "roles" => ["complex", false, %w[value primary]],
          "groups" => ["complex", false, %w[value display]]
        }.freeze
        GROUP = { "displayName" => ["string", true], "members" => ["complex", false, %w[value display]] }.freeze
        ENTERPRISE = { "department" => ["string", true] }.freeze
        MANY = %w[emails roles groups members].freeze

        module_function

        def service
          no = { "supported" => false }
          {
            "schemas" => [CONFIG],
            "patch" => { "supported" => true },
            "bulk" => { **no, "maxOperations" => 0, "maxPayloadSize" => 0 },
            "filter" => { "supported" => true, "maxResults" => Queries::Provisioned::MAX_COUNT },
            "changePassword" => no,
            "sort" => no,
            "etag" => no,
            "authenticationSchemes" => [
              { "type" => "oauthbearertoken", "name" => "Bearer", "description" => "A key that the office has set" }
            ]
          }
        end

        def types(base)
          [
            type("User", Resource::USER, base).merge(
              "schemaExtensions" => [{ "schema" => Resource::ENTERPRISE, "required" => true }]
            ),
            type("Group", Resource::GROUP, base)
          ]
        end

        def type(name, schema, base)
          {
            "schemas" => [TYPE],
            "id" => name,
            "name" => name,
            "endpoint" => "/#{name}s",
            "schema" => schema,
            "meta" => { "resourceType" => "ResourceType", "location" => "#{base}/ResourceTypes/#{name}" }
          }
        end

        def schemas(base)
          {
            Resource::USER => ["User", USER],
            Resource::GROUP => ["Group", GROUP],
            Resource::ENTERPRISE => ["EnterpriseUser", ENTERPRISE]
          }.map do |id, (name, attributes)|
            {
              "schemas" => [SCHEMA],
              "id" => id,
              "name" => name,
              "attributes" => attributes.map { |key, given| attribute(key, *given) },
              "meta" => { "resourceType" => "Schema", "location" => "#{base}/Schemas/#{id}" }
            }
          end
        end

        def attribute(name, type, needed, parts = nil)
          {
            "name" => name,
            "type" => type,
            "multiValued" => MANY.include?(name),
            "required" => needed,
            "caseExact" => false,
            "mutability" => name == "groups" ? "readOnly" : "readWrite",
            "returned" => "default",
            "uniqueness" => name == "userName" ? "server" : "none",
            "subAttributes" => parts&.map { |part| attribute(part, part == "primary" ? "boolean" : "string", false) }
          }.compact
        end
      end
    end
  end
end
