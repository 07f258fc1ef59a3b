# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # How long dockets take from sending to each step, and which of them ended without a seal.
      class LateAndStuck < Question
        # step => kinds of entry, the first of which is its time
        STEPS = {
          opened: %w[party.opened],
          proved: %w[party.proved],
          acted: %w[party.acted party.acted_on_paper],
          completed: %w[docket.completed],
          sealed: %w[docket.sealed],
          filed: %w[docket.filed]
        }.freeze
        ENDS = %w[refused lapsed withdrawn].freeze
        # Past this share of its time a docket is late.
        LATE = 0.9

        private

        def work
          @times = Hash.new { |all, key| all[key] = [] }
          @ended = []
          @late = []
          each_docket { |dockets| batch(dockets) }
          @spread = spread
          figures
          times
          late
          ended
          chart(:by_step, of_all.map { |row| [said(row[:step]), row[:median]] })
        end

        def batch(dockets)
          first = first_entries(dockets)
          parties = parties_of(dockets)
          dockets.each do |docket|
            own = parties.fetch(docket.id, [])
            steps(docket, first.fetch(docket.number, {}))
            own.each { |party| act(party) }
            take_end(docket, own)
          end
        end

        def parties_of(dockets)
          columns = %i[docket_id letter name email invited_at acted_at state]
          Store::Party.where(docket_id: dockets.map(&:id)).select(*columns).all.group_by(&:docket_id)
        end

        # {docket number => {kind => Time of the first entry}}
        def first_entries(dockets)
          found = Store.db[:ledger_entries].where(docket: dockets.map(&:number), kind: STEPS.values.flatten)
          rows = found.group(:docket, :kind).select(:docket, :kind, Sequel.function(:min, :at).as(:at)).all
          rows.group_by { |row| row[:docket] }.transform_values { |own| own.to_h { |row| row.values_at(:kind, :at) } }
        end

        def steps(docket, first)
          STEPS.each do |step, kinds|
            at = first.values_at(*kinds).compact.min or next
            groups_of(docket).each { |of| take(of, step, at - docket.sent_at) }
          end
        end

        def groups_of(docket)
          [
            said(:all_dockets),
            said(:of_class, class: classes[docket.record_class_id]),
            said(:of_unit, unit: units[docket.owner_id])
          ]
        end

        def act(party)
          return unless party.acted_at && party.invited_at

          take(said(:of_party, email: party.email), :acted, party.acted_at - party.invited_at)
        end

        def take(of, step, seconds) = @times[[of, step]] << seconds

        def take_end(docket, parties)
          if ENDS.include?(docket.state)
            @ended << ended_row(docket)
          elsif docket.state == "out" && now - docket.sent_at > (docket.deadline - docket.sent_at) * LATE
            @late << late_row(docket, parties)
          end
        end

        def ended_row(docket)
          {
            docket: docket.number,
            title: docket.title,
            state: docket.state,
            sent: utc(docket.sent_at),
            ended: utc(docket.ended_at),
            class: classes[docket.record_class_id],
            sender: names[docket.owner_id],
            why: docket.ended_because
          }
        end

        def late_row(docket, parties)
          open = parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }
          {
            docket: docket.number,
            title: docket.title,
            sent: utc(docket.sent_at),
            deadline: utc(docket.deadline),
            waits: open.map(&:name).join(", ")
          }
        end

        # Rows of times, those of all dockets first, the steps in their order.
        def spread
          rows = @times.map { |(of, step), seconds| { of: of, step: step, **measured(seconds) } }
          rows.sort_by { |row| [all?(row) ? 0 : 1, row[:of].values.map(&:to_s), STEPS.keys.index(row[:step])] }
        end

        def measured(seconds)
          one = Core::Audit::Spread.of(seconds)
          hours = %i[median ninetieth longest].to_h { |name| [name, (one.public_send(name) / 3600.0).round(1)] }
          { count: one.count, **hours }
        end

        def all?(row) = row[:of]["said"] == "all_dockets"
        def of_all = @spread.select { |row| all?(row) }

        def figures
          whole = of_all.find { |row| row[:step] == :sealed }
          figure(:sealed, whole ? whole[:count] : 0, :times)
          figure(:median, whole ? whole[:median] : said(:none), :times)
          figure(:ninetieth, whole ? whole[:ninetieth] : said(:none), :times)
          ENDS.each { |state| figure(state, @ended.count { |row| row[:state] == state }, :ended) }
        end

        def times
          list(:times, %i[of step count median ninetieth longest], @spread, words: { step: "questions.said" })
        end

        def late
          counted(:late, %i[docket title sent deadline waits], @late, personal: %i[title waits])
        end

        def ended
          list(
            :ended,
            %i[docket title state sent ended class sender why],
            @ended,
            personal: %i[title sender why],
            words: { state: "docket_states" }
          )
        end
      end
    end
  end
end
