# frozen_string_literal: true

module JustSeal
  module Operations
    # The circulation that somebody steers, locked until the transaction ends: its owner, with whom it is shared, or an
    # administrator.
    class CirculationLock < Operation
      # +edits+: the number of edits that the editor started from, nil where that does not matter. Raises
      # Errors::Forbidden, Errors::Conflict when somebody else saved meanwhile.
      def call(actor, number, edits = nil)
        circulation = Store::Circulation.locked(number)
        self.class.allow!(actor, circulation)
        return circulation if edits.nil? || circulation.edits == edits

        raise Errors::Conflict.new(:circulation_saved_meanwhile, number: number)
      end

      # The same for a draft.
      def draft(actor, number, edits = nil)
        circulation = call(actor, number, edits)
        return circulation if circulation.draft?

        raise Errors::Conflict.new(:circulation_started, number: number)
      end

      # Raises Errors::Missing for whoever may not see it, Errors::Forbidden for whoever may not steer it.
      def self.allow!(actor, circulation)
        unless Queries::CirculationList.see?(actor, circulation)
          raise Errors::Missing.new(:no_circulation, number: circulation.number)
        end
        return if Queries::CirculationList.steer?(actor, circulation)

        raise Errors::Forbidden.new(:circulation_of_others, number: circulation.number)
      end
    end
  end
end
