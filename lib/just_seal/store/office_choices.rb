# frozen_string_literal: true

module JustSeal
  module Store
    # What an office has decided of itself: yes or no, by name. No is what holds where nothing was decided.
    module OfficeChoices
      module_function

      def yes?(name) = Store.db[:office_choices].where(name: name).get(:value) == "yes"

      def set(name, value)
        Store.db[:office_choices].insert_conflict(target: :name, update: { value: value }).insert(
          name: name,
          value: value
        )
      end
    end
  end
end
