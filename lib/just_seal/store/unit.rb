# frozen_string_literal: true

module JustSeal
  module Store
    # A part of the office, by its name. Units stand beneath one another.
    class Unit < Sequel::Model(:units)
      unrestrict_primary_key
      many_to_one :head, class: "JustSeal::Store::Account"

      dataset_module do
        def live = where(ended_at: nil)
      end

      # Names from +name+ upwards; [] for what is no unit.
      def self.upwards(name) = walk(name, "u.name = w.above")

      # Names from +name+ downwards.
      def self.downwards(name) = walk(name, "u.above = w.name")

      def self.walk(name, joined)
        db[<<~SQL, name].map(:name)
          WITH RECURSIVE w AS (
            SELECT name, above FROM units WHERE name = ?
            UNION SELECT u.name, u.above FROM units u JOIN w ON #{joined}
          ) SELECT name FROM w
        SQL
      end
      private_class_method :walk
    end
  end
end
