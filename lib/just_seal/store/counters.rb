# frozen_string_literal: true

module JustSeal
  module Store
    # Numbers without doubles. A number that was drawn in a transaction that fails is given again.
    module Counters
      module_function

      # The next number of counter +name+, from 1.
      def next(name)
        Store.db[:counters].insert_conflict(
          target: :name,
          update: { value: Sequel[:counters][:value] + 1 }
        ).returning(:value)
          .insert(name: name, value: 1).first.fetch(:value)
      end
    end
  end
end
