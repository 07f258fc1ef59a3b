# frozen_string_literal: true

module JustSeal
  module Store
    # One thing that a hold is about: a record, a case file, a class, a person, a find, an inquiry.
    class HoldTerm < Sequel::Model(:hold_terms)
      KINDS = %w[record case_file class person find inquiry].freeze

      many_to_one :hold, class: "JustSeal::Store::Hold"
    end
  end
end
