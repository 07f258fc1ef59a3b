# frozen_string_literal: true

module JustSeal
  module Store
    # What a standing question found, once for each thing.
    class StandingQuestionFind < Sequel::Model(:watch_finds)
      many_to_one :watch, class: "JustSeal::Store::StandingQuestion"
      dataset_module { where(:fresh, seen_at: nil, gone_at: nil) }
    end
  end
end
