# frozen_string_literal: true

module JustSeal
  module Web
    module Scim
      # Changes a resource as a PATCH says (RFC 7644, 3.5.2).
      module Patch
        PATH = /\A(?<name>[A-Za-z]+)(?:\[[^\]]*\])?(?:\.(?<part>[A-Za-z]+))?\z/
        DONE = %w[add replace remove].freeze

        # What can't be done. +type+: of RFC 7644, 3.12.
        class Refused < StandardError
          attr_reader :type

          def initialize(type)
            @type = type
            super
          end
        end

        module_function

        # +resource+: as parsed from JSON; +operations+: [{"op", "path", "value"}, ...]. Returns the changed resource.
        def call(resource, operations)
          raise Refused, "invalidSyntax" unless operations.is_a?(Array) && operations.all?(Hash)

          operations.inject(resource) { |now, operation| change(now, operation) }
        end

        def change(resource, operation)
          done = operation["op"].to_s.downcase
          raise Refused, "invalidSyntax" unless DONE.include?(done)
          return put(resource, operation["path"], done == "remove" ? nil : operation["value"]) if operation["path"]
          raise Refused, "noTarget" unless operation["value"].is_a?(Hash) && done != "remove"

          operation["value"].inject(resource) { |now, (path, value)| put(now, path, value) }
        end

        # +path+: an attribute, a part of one, or one of the extension.
        def put(resource, path, value)
          return resource.merge(path => value) if resource.key?(path) || path == Resource::ENTERPRISE

          extension = path.to_s.delete_prefix("#{Resource::ENTERPRISE}:")
          return part(resource, Resource::ENTERPRISE, extension, value) if extension != path

          named = PATH.match(path.to_s) or raise Refused, "invalidPath"
          part(resource, named[:name], named[:part], value)
        end

        def part(resource, name, part, value)
          return resource.merge(name => value) unless part

          now = resource[name]
          return resource.merge(name => (now || {}).merge(part => value)) unless now.is_a?(Array)

          resource.merge(name => [(now.first || {}).merge(part => value), *now.drop(1)])
        end
      end
    end
  end
end
