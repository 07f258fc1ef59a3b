# frozen_string_literal: true

module JustSeal
  module Operations
    # The units of the office: a tree of names, with heads.
    class KeepUnits < StaffAccounts
      # Makes a unit, or changes where it stands and who heads it. +above+: name of a unit, empty for none; +head_id+:
      # of an account, nil for nobody. Returns the Store::Unit. Raises Errors::Invalid keyed "name", "above", "head".
      def save(actor, name:, above: "", head_id: nil)
        allow!(actor, :keep_staff)
        transaction do
          db.run("LOCK TABLE units IN SHARE ROW EXCLUSIVE MODE") # a tree that two change at once could lose its root
          values = checked(name.to_s.strip, above.to_s.strip, head_id)
          unit = Store::Unit[name.to_s.strip]
          before = unit&.values&.slice(:above, :head_id, :ended_at)
          next unit if before == values

          keep(actor, unit, name.to_s.strip, values)
        end
      end

      # Ends a unit to which nobody belongs and that has none beneath it.
      def end(actor, name:)
        allow!(actor, :keep_staff)
        transaction do
          unit = Store::Unit.live.where(name: name).for_update.first or raise Errors::Missing, :no_such_unit
          refuse_used(name)
          unit.update(ended_at: now)
          record_event_on(CHAIN, "unit.ended", actor, "name" => name)
        end
      end

      private

      # Somebody belongs to it, or would by the next sign-on.
      def refuse_used(name)
        busy = Store::Account.here.where(unit: name).any? || Store::Unit.live.where(above: name).any?
        raise Errors::Conflict.new(:unit_in_use, name: name) if busy

        placed = Store::OfficeChoices.sign_on.places.select { |place| place.unit == name }.map(&:group)
        raise Errors::Conflict.new(:unit_of_groups, name: name, groups: placed) if placed.any?
      end

      def checked(name, above, head_id)
        problems = { "name" => StaffReview.name(name, :unit_name), "above" => wrong_above(name, above) }
        head = head_id && Store::Account.live.first(id: head_id)
        problems["head"] = :member_missing if head_id && head.nil?
        raise Errors::Invalid, problems.compact if problems.compact.any?

        { above: above.empty? ? nil : above, head_id: head&.id, ended_at: nil }
      end

      def wrong_above(name, above)
        return if above.empty?
        return :unit_unknown if Store::Unit.live.where(name: above).empty?

        :unit_beneath_itself if Store::Unit.downwards(name).include?(above) || name == above
      end

      def keep(actor, unit, name, values)
        unit = unit ? unit.update(values) : Store::Unit.create(name: name, **values)
        facts = { "name" => name, "above" => unit.above, "head" => unit.head&.name }
        record_event_on(CHAIN, "unit.saved", actor, facts.compact)
        unit
      end
    end
  end
end
