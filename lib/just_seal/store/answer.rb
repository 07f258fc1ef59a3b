# frozen_string_literal: true

module JustSeal
  module Store
    # One answer in an inquiry. What it says is kept as a blob under its hash, and is never changed.
    class Answer < Sequel::Model(:answers)
      many_to_one :inquiry, class: "JustSeal::Store::Inquiry"
      many_to_one :asker, class: "JustSeal::Store::Account", key: :asked_by
      one_to_many :items, class: "JustSeal::Store::SampleItem", order: :position
      dataset_module { where(:unfinished, state: %w[waiting running]) }

      def done? = state == "done"
    end
  end
end
