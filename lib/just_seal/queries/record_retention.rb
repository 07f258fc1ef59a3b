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

      # Has somebody to look at it by +day+, or could decide anew?
      def for_review?(day)
        due = version&.schedule&.by_itself(facts)
        due&.action == "review" && due.by?(day)
      end

      # The Store::RecordReview that holds; nil for none.
      def review
        return unless facts.review && due != version.schedule.by_itself(facts)

        @review ||= Store::RecordReview.newest.where(record_id: @record.id).eager(:maker).all.first
      end

      # Core::Retention::Due, nil without a schedule.
      def due = @due ||= version&.schedule&.due(facts)
    end
  end
end
