# frozen_string_literal: true

module JustSeal
  module Queries
    # Until when one record is kept and why, computed anew.
    class RecordRetention
      attr_reader :facts

      # +at+: Time; +zone+: of the office.
      def initialize(record, at:, zone:)
        @record = record
        @rules = RetentionRules.new(at)
        @facts = RetentionFacts.new(zone).of([record]).fetch(record.id)
      end

      # The Store::RetentionVersion that holds; nil for none.
      def version = @rules.version(@record.record_class_id)

      # The class whose schedule it is.
      def holder = @rules.record_class(version.record_class_id)

      # Core::Retention::Due, nil without a schedule.
      def due = @due ||= version&.schedule&.due(facts)
    end
  end
end
