# frozen_string_literal: true

module JustSeal
  module Store
    # What an office has decided of itself: its profile, and yes or no by name. No is what holds where nothing was
    # decided.
    module OfficeChoices
      module_function

      # Core::Offices::Profile, nil before the office was set up.
      def profile = Core::Offices::Profile.of(Store.db[:office_choices].select_hash(:name, :value))

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
