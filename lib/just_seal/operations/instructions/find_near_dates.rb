# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins the standing instructions whose day has come for a record: once for each date that it says.
    class FindNearDates < Operation
      BATCH = 500

      def call
        today = office.zone.to_local(now).to_date
        Store::Instruction.live.where(starts_on: "date").all.each { |instruction| near(instruction, today) }
      end

      private

      def near(instruction, today)
        said = instruction.in_force.definition.to_h
        each_record(instruction, said, today) do |record|
          date = record.particulars[said["name"]].to_s[0, 10]
          next unless Queries::InstructionPlan.starts?(said, record)

          RunStarter.call(instruction.id, key: "date:#{record.number}:#{date}", record: record)
        end
      end

      # Records whose date comes within the days said, those first of which no run is known.
      def each_record(instruction, said, today, &block)
        found = Queries::InstructionPlan.near(instruction.record_class_id, said, today)
        last = 0
        loop do
          some = found.where(Sequel[:records][:id] > last).order(Sequel[:records][:id]).limit(BATCH).all
          some.each(&block)
          break if some.size < BATCH

          last = some.last.id
        end
      end
    end
  end
end
