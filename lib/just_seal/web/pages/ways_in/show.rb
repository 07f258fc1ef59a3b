# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module WaysIn
        # What came by one way in, and what became of it.
        class Show < Page
          attr_reader :row, :arrivals

          # +arrivals+: a Page of Store::Arrival; +records+: {id of an intake => number of its record}.
          def initialize(context, row, arrivals:, records:)
            super(context)
            @row = row
            @arrivals = arrivals
            @records = records
          end

          def place = :rules
          def title = row.name
          def kind = t("ways_in.list.kinds.#{row.kind}")
          def folder = row.folder? ? File.join(office.settings.ways_in.to_s, row.place) : nil
          def looked = row.looked_at ? time_tag(row.looked_at, :short) : t("ways_in.list.not_yet")
          def problem = Words.kept(row.problem)
          def record(arrival) = @records[arrival.intake_id]
          def waits?(arrival) = arrival.intake && arrival.intake.ended_at.nil?
          def older_path = arrivals.next_key && way_in_path(row, after: arrivals.next_key)
          def values = row.particulars.to_h.map { |name, text| "#{name} = #{text}" }

          # [words, tone]
          def became(arrival)
            return [t(".kept"), "sealed"] if record(arrival)
            return [Words.kept(arrival.problem), arrival.intake ? "late" : "bad"] if arrival.problem

            [t(waits?(arrival) ? ".looked_at" : ".left_out"), "plain"]
          end
        end
      end
    end
  end
end
