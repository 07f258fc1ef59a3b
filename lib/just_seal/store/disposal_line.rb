# frozen_string_literal: true

module JustSeal
  module Store
    # One record of a disposal: what was decided about it, and what became of that.
    class DisposalLine < Sequel::Model(:disposal_lines)
      many_to_one :disposal, class: "JustSeal::Store::Disposal"
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :decider, class: "JustSeal::Store::Account", key: :decided_by

      dataset_module do
        where(:undecided, decision: nil)
        where(:left, outcome: nil)
      end
    end
  end
end
