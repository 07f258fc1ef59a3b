# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # How long dockets take from sending to each step, and which of them ended without a seal.
      class LateAndStuck < Question
        called "Late and stuck",
          "How long does it take from sending to each step, and what lapsed, was refused or withdrawn?"

        STEPS = {
          "opened" => %w[party.opened],
          "proved" => %w[party.proved],
          "acted" => %w[party.acted],
          "all done" => %w[docket.completed],
          "sealed" => %w[docket.sealed],
          "filed" => %w[docket.filed]
        }.freeze
        ENDS = %w[refused lapsed withdrawn].freeze
        COLUMNS = {
          of: ["Of", "What the times are grouped by"],
          step: ["Step", "First time that it happened in a docket; of a party: its own"],
          count: ["Measured", "Number of times"],
          median: ["Median, hours", "Half took no longer (nearest rank)"],
          ninetieth: ["90th percentile, hours", "Nine in ten took no longer (nearest rank)"],
          longest: ["Longest, hours", "The longest of all"]
        }.freeze

        private

        def definition
          [
            "Times run from the entry docket.sent to the first entry of each step in the docket’s ledger; of " \
            "a party from its invitation to its act. Hours, rounded to tenths.",
            "Late: still out, and past nine tenths of the time from sending to the deadline. Stuck: ended as " \
            "refused, lapsed or withdrawn."
          ]
        end

        def work
          @times = Hash.new { |all, key| all[key] = [] }
          @ended = []
          @late = []
          each_docket { |rows| batch(rows) }
          show
        end

        def batch(rows)
          first = first_entries(rows)
          parties = Store::Party.where(docket_id: rows.map(&:id)).select(
            :docket_id,
            :letter,
            :name,
            :email,
            :invited_at,
            :acted_at,
            :state
          ).all.group_by(&:docket_id)
          rows.each do |docket|
            steps(docket, first.fetch(docket.number, {}))
            parties.fetch(docket.id, []).each do |party|
              next unless party.acted_at && party.invited_at

              take(
                "party #{party.email}",
                "acted",
                party.acted_at - party.invited_at
              )
            end
            ENDS.include?(docket.state) ? ended(docket) : late(docket, parties.fetch(docket.id, []))
          end
        end

        # {docket number => {kind => Time of the first entry}}
        def first_entries(rows)
          found = Store.db[:ledger_entries].where(docket: rows.map(&:number), kind: STEPS.values.flatten).group(
            :docket, :kind
          ).select_map([:docket, :kind, Sequel.function(:min, :at).as(:at)])
          found.group_by(&:first).transform_values { |list| list.to_h { |_, kind, at| [kind, at] } }
        end

        def steps(docket, first)
          STEPS.each do |step, kinds|
            at = first.values_at(*kinds).compact.min or next
            [
              "all dockets",
              "class #{classes[docket.record_class_id] || "none"}",
              "unit #{units[docket.owner_id]}"
            ].each do |of|
              take(of, step, at - docket.sent_at)
            end
          end
        end

        def take(of, step, seconds) = @times[[of, step]] << seconds

        def ended(docket)
          @ended << [
            docket.number,
            docket.title,
            docket.state,
            utc(docket.sent_at),
            utc(docket.ended_at),
            classes[docket.record_class_id],
            names[docket.owner_id],
            docket.ended_because
          ]
        end

        def late(docket, parties)
          return unless docket.state == "out" && now - docket.sent_at > (docket.deadline - docket.sent_at) * 0.9

          open = parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }
          @late << [docket.number, docket.title, utc(docket.sent_at), utc(docket.deadline), open.map(&:name).join(", ")]
        end

        def show
          spread = @times.map do |(of, step), seconds|
            [of, step, Core::Audit::Spread.of(seconds)]
          end.sort_by do |of, step, _|
            [of == "all dockets" ? "" : of, STEPS.keys.index(step)]
          end
          hours = ->(seconds) { (seconds / 3600.0).round(1) }
          whole = spread.find { |of, step, _| of == "all dockets" && step == "sealed" }&.last
          figure("Dockets sealed", whole&.count || 0, "times")
          figure("Median from sending to seal, hours", whole ? hours.call(whole.median) : "none", "times")
          figure("90th percentile, hours", whole ? hours.call(whole.ninetieth) : "none", "times")
          ENDS.each { |state| figure(state.capitalize, @ended.count { |row| row[2] == state }, "ended") }
          list(
            "times",
            "Times from sending",
            COLUMNS,
            spread.map do |of, step, one|
              [
                of,
                step,
                one.count,
                hours.call(one.median),
                hours.call(one.ninetieth),
                hours.call(one.longest)
              ]
            end
          )
          counted(
            "late",
            "Out and late",
            {
              docket: %w[Docket Number],
              title: ["Title", "Of the docket", :personal],
              sent: %w[Sent UTC],
              deadline: %w[Deadline UTC],
              waits: ["Waits for", "Parties that may act now", :personal]
            },
            @late
          )
          list(
            "ended",
            "Ended without a seal",
            {
              docket: %w[Docket Number],
              title: ["Title", "Of the docket", :personal],
              state: ["Ended as", "Refused, lapsed or withdrawn"],
              sent: %w[Sent UTC],
              ended: %w[Ended UTC],
              class: ["Class", "Record class of its first document"],
              sender: ["Sender", "Who sent it", :personal],
              why: ["Why", "As it was said", :personal]
            },
            @ended
          )
          chart(
            "Median from sending to each step",
            "hours",
            spread.select do |of, *|
              of == "all dockets"
            end.map { |_, step, one| [step, hours.call(one.median)] }
          )
        end
      end
    end
  end
end
