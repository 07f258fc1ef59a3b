# frozen_string_literal: true

module JustSeal
  module Queries
    # Which schedule holds for which class at one moment: its own, or the nearest one above it.
    class RetentionRules
      # +at+: Time; +instead+: {record class id => Store::RetentionVersion} that are taken as if they were in force.
      def initialize(at, instead: {})
        @own = Store::RetentionVersion.in_force(at).merge(instead)
        @classes = Store::RecordClass.order(:code).as_hash(:id)
      end

      # The Store::RetentionVersion that holds for a class; nil where none does.
      def version(class_id) = @own[holder(class_id)]

      def own?(class_id) = @own.key?(class_id)
      def record_class(id) = @classes.fetch(id)

      # Ids of the class +class_id+ and of those beneath it that have no schedule of their own.
      def followers(class_id)
        @classes.keys.select { |id| id == class_id || holder(id, without: class_id) == class_id }
      end

      # Core::Retention::Due of a record of +class_id+ with +facts+; nil without a schedule.
      def due(class_id, facts) = version(class_id)&.schedule&.due(facts)

      private

      # The class whose schedule holds, the first on the way up; +without+: one that is taken to have one.
      def holder(class_id, without: nil)
        class_id = @classes.fetch(class_id).parent_id until class_id.nil? || @own.key?(class_id) || class_id == without
        class_id
      end
    end
  end
end
