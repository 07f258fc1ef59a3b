# frozen_string_literal: true

module JustSeal
  module Queries
    # What other programs are told of a record, a docket, a circulation or a run: numbers and states, and never names of
    # people or values. Whoever has a token asks for more.
    class WebhookFacts
      # [data, records] of the chain that an entry stands on, nil for one of which nobody is told.
      def self.of(chain)
        record = Store::Record.first(number: chain)
        return of_record(record) if record

        docket = Store::Docket.first(number: chain)
        return of_docket(docket) if docket

        run = Store::InstructionRun.first(number: chain)
        return new(run.record, "record" => run.record.number, "state" => run.state) if run

        circulation = Store::Circulation.first(number: chain)
        of_circulation(circulation) if circulation
      end

      def self.of_record(record) = new(record, "record" => record.number, "class" => record.record_class.code)

      def self.of_docket(docket)
        records = docket.documents.map(&:record)
        numbers = records.map(&:number)
        new(*records, "docket" => docket.number, "state" => docket.state, "records" => numbers)
      end

      def self.of_circulation(row)
        data = { "circulation" => row.number, "state" => row.state }
        row.record ? new(row.record, data) : nil
      end

      attr_reader :data

      def initialize(*records, data)
        @records = records
        @data = data
      end

      # Codes of the record classes that it is about.
      def classes = @records.map { |record| record.record_class.code }

      # May +account+ see all of it? What somebody tries is told to nobody.
      def seen_by?(account)
        sight = VisibleScope.new(account)
        @records.all? { |record| record.sample.nil? && sight.record?(record) }
      end
    end
  end
end
