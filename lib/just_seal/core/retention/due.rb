# frozen_string_literal: true

module JustSeal
  module Core
    module Retention
      # When the keeping of one record ends. +action+: what is done then; +starts_on+: the day that it is counted from;
      # +due_on+: the first day on which nothing of the period is left; +waits_for+: the beginning that has not come
      # yet, nil where it has. Without a day and without anything to wait for the record is kept for good.
      Due = Value.of(:action, :starts_on, :due_on, :waits_for) do
        # Has the period ended by +day+?
        def by?(day) = !due_on.nil? && due_on <= day
      end
    end
  end
end
