# frozen_string_literal: true

require "date"

module JustSeal
  module Queries
    # What an inquiry is about: a period, and classes, case files and parties where it names any.
    class InquiryScope
      attr_reader :from, :to, :classes, :case_files, :parties

      # +asked+: {"from", "until": ISO days of the office, "classes": codes, "case_files": codes, "parties": mail
      # addresses}; +zone+: of the office.
      def initialize(asked, zone:)
        @from = zone.local_to_utc(Time.utc(*day(asked.fetch("from"))))
        @to = zone.local_to_utc(Time.utc(*day(asked.fetch("until"), 1)))
        @days = asked.values_at("from", "until")
        @classes, @case_files, @parties = asked.values_at("classes", "case_files", "parties").map(&:to_a)
      end

      # Dockets that were sent in the period.
      def dockets
        table = Sequel[:dockets]
        found = Store::Docket.where(table[:sent_at] => @from...@to, table[:sample] => nil)
        found = found.where(table[:record_class_id] => class_ids) if @classes.any?
        found = found.where(table[:id] => in_case_files) if @case_files.any?
        found = found.where(table[:id] => of_parties) if @parties.any?
        found
      end

      # Records that were captured in the period. Parties don't narrow them: what was never sent has none.
      def records
        table = Sequel[:records]
        found = Store::Record.where(table[:created_at] => @from...@to, table[:sample] => nil)
        found = found.where(table[:record_class_id] => class_ids) if @classes.any?
        found = found.where(table[:case_file_id] => case_file_ids) if @case_files.any?
        found
      end

      # All dockets that an outside auditor of this inquiry may see, and all records of theirs.
      def visible_records
        Store::DocketDocument.where(docket_id: dockets.select(Sequel[:dockets][:id])).select(:record_id)
      end

      # As facts, for answers.
      def to_h
        {
          "from" => @days.first,
          "until" => @days.last,
          "classes" => @classes,
          "case_files" => @case_files,
          "parties" => @parties
        }
      end

      private

      def day(text, later = 0) = (Date.iso8601(text) + later).then { |day| [day.year, day.month, day.day] }
      def class_ids = Store::RecordClass.where(code: @classes).select(:id)

      def case_file_ids
        @case_file_ids ||= Store::CaseFile.beneath(Store::CaseFile.where(code: @case_files).select_map(:id))
      end

      def in_case_files
        Store::DocketDocument.where(
          record_id: Store::Record.where(case_file_id: case_file_ids).select(:id)
        ).select(:docket_id)
      end

      def of_parties
        Store::Party.where(Sequel.function(:lower, :email) => @parties.map(&:downcase)).select(:docket_id)
      end
    end
  end
end
