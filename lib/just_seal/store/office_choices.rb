# frozen_string_literal: true

module JustSeal
  module Store
    # What an office has decided of itself: its profile, and yes or no by name. No is what holds where nothing was
    # decided.
    module OfficeChoices
      module_function

      # Core::Offices::Profile, nil before the office was set up.
      def profile = current.first

      # [profile, version of the database's form, text of the register of algorithms or nil], by one statement;
      # [nil, 0, nil] where nothing has a form yet.
      def current
        values = Store.db.fetch(CURRENT).to_h { |row| row.values_at(:name, :value) }
        [Core::Offices::Profile.of(values), values["schema"].to_i, values[ALGORITHMS]]
      rescue Sequel::DatabaseError => e
        raise unless e.wrapped_exception.is_a?(PG::UndefinedTable)

        [nil, 0, nil]
      end

      ALGORITHMS = "algorithms"
      CURRENT = "SELECT name, value FROM office_choices UNION ALL SELECT 'schema', version::text FROM schema_info"

      # Core::Offices::SignOnPolicy
      def sign_on = Core::Offices::SignOnPolicy.of(Store.db[:office_choices].where(name: "sign_on").get(:value))

      def yes?(name) = Store.db[:office_choices].where(name: name).get(:value) == "yes"

      # +value+: nil takes it back.
      def set(name, value)
        return Store.db[:office_choices].where(name: name).delete if value.nil?

        Store.db[:office_choices].insert_conflict(target: :name, update: { value: value }).insert(
          name: name,
          value: value
        )
      end
    end
  end
end
