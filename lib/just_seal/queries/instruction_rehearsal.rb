# frozen_string_literal: true

module JustSeal
  module Queries
    # A standing instruction tried on records of the past: for which it would have begun, what it would have done, with
    # whom, and where it would have stopped. Values are those of today.
    class InstructionRehearsal
      MAX_RECORDS = 500

      # +since+: Time; +person+: with whose rights.
      def initialize(definition, since:, person:, today:)
        @definition = definition
        @since = since
        @person = person
        @today = today
      end

      # [records that were looked at, [InstructionPlan, ...] of those for which it would have begun], the newest first.
      def call
        looked = records.limit(MAX_RECORDS).eager(:record_class).all
        [looked.size, looked.map { |record| plan(record) }.select(&:starts?)]
      end

      private

      def plan(record) = InstructionPlan.new(@definition, record, person: @person)
      def class_id = Store::RecordClass.where(code: @definition["class"]).get(:id)

      def records
        sight = VisibleScope.new(@person)
        found = sight.records.where(record_class_id: class_id, sample: nil).order(Sequel.desc(:id))
        case @definition["on"]
        when "date" then found.where(id: InstructionPlan.near(class_id, @definition, @today).select(:id))
        when "ended" then found.where(docket_state: @definition["ends"])
        else found.where(Sequel[:records][:created_at] > @since)
        end
      end
    end
  end
end
