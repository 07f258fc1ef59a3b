# frozen_string_literal: true

module JustSeal
  module Store
    # An exception to a floor: asked by one person, allowed by another.
    class Waiver < Sequel::Model(:waivers)
      many_to_one :party, class: "JustSeal::Store::Party"
      many_to_one :asker, class: "JustSeal::Store::Account", key: :asked_by
      many_to_one :decider, class: "JustSeal::Store::Account", key: :decided_by
      dataset_module do
        where(:undecided, decided_at: nil, withdrawn_at: nil)

        # Those that count at +time+.
        def in_force(time) = where(allowed: true, withdrawn_at: nil).where(Sequel[:ends_at] > time)
      end
    end
  end
end
