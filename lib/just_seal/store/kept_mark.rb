# frozen_string_literal: true

module JustSeal
  module Store
    # A signature or initials that a member of the staff keeps; one of each kind is the usual one.
    class KeptMark < Sequel::Model(:kept_marks)
      dataset_module { order(:in_order, Sequel.desc(:usual), :id) }
    end
  end
end
