# frozen_string_literal: true

module JustSeal
  module Store
    # A line of the file plan.
    class RecordClass < Sequel::Model(:record_classes)
    end
  end
end
