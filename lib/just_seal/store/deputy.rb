# frozen_string_literal: true

module JustSeal
  module Store
    # That somebody acts for somebody else from one day to another, in the days of the office.
    class Deputy < Sequel::Model(:deputies)
      many_to_one :account, class: "JustSeal::Store::Account"
      many_to_one :deputy, class: "JustSeal::Store::Account"

      dataset_module do
        def live = where(ended_at: nil)
        def on(day) = live.where { (first_day <= day) & (last_day >= day) }
      end
    end
  end
end
