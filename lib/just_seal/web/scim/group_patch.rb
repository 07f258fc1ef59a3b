# frozen_string_literal: true

module JustSeal
  module Web
    module Scim
      # What a PATCH of a group says of its members: who comes in and who goes, operation by operation.
      class GroupPatch
        include Enumerable

        MEMBER = /\Amembers\[ *value +eq +"(\d{1,18})" *\]\z/i
        ID = /\A\d{1,18}\z/

        # Numbers of accounts in a list of members.
        def self.ids(members)
          Array(members).map { |one| one.is_a?(Hash) ? one["value"] : one }.grep(ID).map(&:to_i)
        end

        # +unit+: its name.
        def initialize(unit, operations)
          raise Patch::Refused, "invalidSyntax" unless operations.is_a?(Array) && operations.all?(Hash)

          @unit = unit
          @operations = operations
        end

        # Yields numbers of accounts that come in, and of those that go.
        def each
          @operations.each { |operation| yield(*of(operation)) }
        end

        private

        def of(operation)
          path = operation["path"].to_s
          value = operation["value"]
          path, value = value.first if path.empty? && value.is_a?(Hash) && value.size == 1
          return [[], []] if path == "displayName" && value == @unit

          members(operation["op"].to_s.downcase, path, value)
        end

        def members(done, path, value)
          one = path[MEMBER, 1]
          raise Patch::Refused, "mutability" unless path == "members" || one

          ids = one ? [one.to_i] : self.class.ids(value)
          case done
          when "add" then [ids, []]
          when "remove" then [[], one || value ? ids : now]
          when "replace" then [ids - now, now - ids]
          else raise Patch::Refused, "invalidSyntax"
          end
        end

        def now = Queries::Provisioned.members([@unit]).fetch(@unit).map(&:id)
      end
    end
  end
end
