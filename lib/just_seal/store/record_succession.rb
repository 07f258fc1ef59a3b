# frozen_string_literal: true

module JustSeal
  module Store
    # That one record took the place of another.
    class RecordSuccession < Sequel::Model(:record_successions)
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :successor, class: "JustSeal::Store::Record"
      dataset_module { where(:live, ended_at: nil) }
    end
  end
end
