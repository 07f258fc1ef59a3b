# frozen_string_literal: true

module JustSeal
  module Operations
    # Who takes what comes by a way in: whoever made it, with the rights that they have today, and its name beside.
    module WayActor
      module_function

      # Returns the Core::Actor. Raises Errors::Forbidden where the account has ended.
      def of(way)
        owner = way.account
        unless Store::Account.live.where(id: owner.id).any?
          raise Errors::Forbidden.new(:instruction_owner_gone, name: owner.name)
        end

        staff = { kind: "staff", id: owner.id, name: owner.name, role: owner.role, unit: owner.unit }
        Core::Actor.new(**staff, via: "job", program: way.name)
      end
    end
  end
end
