# frozen_string_literal: true

module JustSeal
  module Store
    # One docket of a sample, with what its tester found.
    class SampleItem < Sequel::Model(:sample_items)
      many_to_one :answer, class: "JustSeal::Store::Answer"
      many_to_one :tester, class: "JustSeal::Store::Account", key: :tested_by
    end
  end
end
