# frozen_string_literal: true

module JustSeal
  module Store
    # A value that a party typed, and that did not become a particular because somebody had changed that meanwhile.
    class ParticularConflict < Sequel::Model(:particular_conflicts)
      many_to_one :record, class: "JustSeal::Store::Record"
      dataset_module { where(:undecided, decided_at: nil) }
    end
  end
end
