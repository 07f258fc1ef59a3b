# frozen_string_literal: true

module JustSeal
  module Queries
    # What the rules of its class yield for one record: the name of a file, and its place in the tree of case files.
    class FilingRules
      USUAL_NAME = "{{number}} {{title}}"

      # {name => value} of all that rules may speak of.
      attr_reader :values

      # +record+: Store::Record; +docket_number+: of the docket that is being filed, nil for a look ahead.
      # +definition+: of the class, by default the one that the record was made under.
      def initialize(record, docket_number: nil, definition: nil)
        @record = record
        @definition = definition || record.record_class.definition(record.class_version)
        @values = record.particulars.to_h.merge(built_in(docket_number))
      end

      # Titles from the top, [] for a class without a filing rule.
      def places = Core::Filing::Naming.places(@definition["filing_rule"].to_s, @values)

      # A safe name that no other record uses in case file +place+ (nil: no matter which).
      def file_name(ending = ".pdf", place = nil)
        rule = @definition["naming_rule"].to_s
        Core::Filing::Naming.file_name(
          rule.empty? ? USUAL_NAME : rule,
          @values,
          ending: ending,
          taken: lambda { |name|
            place && taken?(name, place)
          }
        )
      end

      private

      def built_in(docket_number)
        prefix, year, counter = @record.number.split("-")
        {
          "class" => prefix,
          "number" => @record.number,
          "title" => @record.title,
          "year" => year,
          "counter" => counter.to_i.to_s,
          "docket_number" => docket_number || @record.particulars["docket_number"]
        }
      end

      def taken?(name, place)
        Store::Version.where(
          file_name: name,
          record_id: Store::Record.where(case_file_id: place.id).exclude(id: @record.id).select(:id)
        ).any?
      end
    end
  end
end
