# frozen_string_literal: true

module JustSeal
  module Store
    # A code that was sent to a party; only its keyed hash is kept.
    class PartyCode < Sequel::Model(:party_codes)
      dataset_module { where(:live, ended_at: nil) }
    end
  end
end
