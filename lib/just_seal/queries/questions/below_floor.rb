# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # Acts that were weaker than the rules demanded, or would demand today; waivers; authenticators that were bound
      # weakly.
      class BelowFloor < Question
        called "Below the required level",
          "Which acts were under the level that the rules demanded, or would demand now?"

        ACTS = {
          docket: %w[Docket Number],
          party: ["Party", "Letter in the docket"],
          name: ["Name", "As the docket has it", :personal],
          email: ["Address", "Of the party", :personal],
          class: ["Class", "Record class"],
          unit: ["Unit", "Of the sender"],
          acted: %w[Acted UTC],
          reached: ["Reached", "Assurance level of the act"],
          demanded: ["Demanded", "Floor when the docket was sent"],
          now: ["Today", "Floor by the rulebook that is in force at the answer"],
          waiver: ["Waiver", "Reason, where one was allowed", :personal]
        }.freeze

        private

        def definition
          book = rulebook ? "(version #{rulebook.version})" : "(none)"
          [
            "An act is below the required level when the level that it reached is lower than the floor of its party, " \
            "pinned when the docket was sent; below today’s when the rulebook in force at the answer #{book} would " \
            "demand more of it, by the particulars that were sent.",
            "An authenticator is bound weakly when it was bound under an assurance level below 3."
          ]
        end

        def rulebook = @rulebook ||= Store::Rulebook.in_force(now)

        def work
          @acts = []
          @all = 0
          each_docket { |rows| batch(rows) }
          show
        end

        def batch(rows)
          dockets = rows.to_h { |docket| [docket.id, docket] }
          parties = Store::Party.where(docket_id: dockets.keys).exclude(acted_at: nil).exclude(act: "receive").all
          @all += parties.size
          waivers = Store::Waiver.where(
            party_id: parties.map(&:id),
            allowed: true
          ).order(:decided_at).all.group_by(&:party_id)
          papers = Store::DocketDocument.where(docket_id: dockets.keys)
            .to_sign
            .order(:position)
            .eager(record: :record_class)
            .all
            .group_by(&:docket_id)
          parties.each do |party|
            act(dockets.fetch(party.docket_id), party, waivers.fetch(party.id, []), papers.fetch(party.docket_id, []))
          end
        end

        def act(docket, party, waivers, papers)
          docket.associations[:documents] = papers
          demanded = party.demand.to_h["floor"].to_i
          today = today(docket, party)
          reached = party.level_reached.to_i
          return unless reached < [demanded, today].max

          @acts << [
            docket.number,
            party.letter,
            party.name,
            party.email,
            classes[docket.record_class_id],
            units[docket.owner_id],
            utc(party.acted_at),
            reached,
            demanded,
            today,
            waivers.last&.reason,
            month(party.acted_at)
          ]
        end

        # Most classes have the same floor for all: what depends on particulars is asked one by one.
        def today(docket, party)
          return 0 unless rulebook

          docket.documents.select(&:to_sign?).map do |paper|
            (paper.particulars&.to_h || DocketFilling.particulars(paper.record)).then do |values|
              floor(paper.record.record_class.code, party, values)
            end
          end.max.to_i
        end

        def floor(code, party, particulars)
          @book ||= rulebook.rules
          (@floors ||= {})[[
            code,
            party.act,
            party.kind,
            particulars
          ]] ||= @book.demand(
            class_code: code,
            act: party.act,
            kind: party.kind,
            particulars: particulars
          ).floor
        end

        def show
          below = @acts.select { |row| row[7] < row[8] }
          figure("Acts in all", @all)
          rows = ->(acts) { acts.map { |row| row.first(11) } }
          counted("below", "Below the level that was demanded", ACTS, rows.call(below))
          figure("Of these with a waiver", below.count { |row| row[10] }, "below")
          counted("today", "Below what is demanded today", ACTS, rows.call(@acts.select { |row| row[7] < row[9] }))
          waivers
          authenticators
          groups = { "class" => 4, "unit" => 5, "month" => 11 }.flat_map do |name, index|
            @acts.group_by { |row| row[index] }.sort_by { |key, _| key.to_s }.map do |key, acts|
              [
                name,
                key,
                acts.count do |row|
                  row[7] < row[8]
                end,
                acts.count do |row|
                  row[7] < row[9]
                end
              ]
            end
          end
          list(
            "groups",
            "By class, unit and month",
            {
              by: ["By", "Class, unit of the sender, or month of the act"],
              value: ["Value", "Of the group"],
              below: ["Below the level demanded", "Number of acts"],
              today: ["Below today’s level", "Number of acts"]
            },
            groups
          )
          chart(
            "Acts below the required level, by month",
            "acts",
            groups.select do |by, *|
              by == "month"
            end.map { |_, key, *counts| [key, counts.max] }
          )
        end

        def waivers
          rows = Store::Waiver.where(
            party_id: Store::Party.where(docket_id: @scope.dockets.select(Sequel[:dockets][:id])).select(:id)
          ).order(:asked_at).limit(MOST_ROWS).eager(
            :asker, :decider, party: :docket
          ).all
          counted(
            "waivers",
            "Waivers",
            {
              docket: %w[Docket Number],
              party: %w[Party Letter],
              from: %w[Demanded Floor],
              to: ["Granted", "Level that was to be enough"],
              state: ["State", "Allowed, not allowed, undecided or withdrawn"],
              asked: ["Asked by", "Person", :personal],
              decided: ["Decided by", "Person", :personal],
              at: %w[Decided UTC],
              reason: ["Reason", "As it was given", :personal]
            },
            rows.map do |row|
              [
                row.party.docket.number,
                row.party.letter,
                row.demanded,
                row.granted,
                state(row),
                row.asker.name,
                row.decider&.name,
                utc(row.decided_at),
                row.reason
              ]
            end
          )
        end

        def state(row)
          if row.allowed
            row.withdrawn_at ? "allowed, ended" : "allowed"
          else
            (if row.decided_at
               "not allowed"
             else
               (row.withdrawn_at ? "withdrawn" : "undecided")
             end)
          end
        end

        def authenticators
          rows = Store::Authenticator.bound.where do
            bound_level < 3
          end.where(bound_at: @scope.from...@scope.to).order(:bound_at).limit(MOST_ROWS).all
          counted(
            "authenticators",
            "Authenticators bound weakly",
            {
              kind: ["Kind", "App or passkey"],
              email: ["Address", "Of the person", :personal],
              level: ["Bound under level", "1 to 4"],
              at: %w[Bound UTC],
              by: ["By", "What proved the person then"]
            },
            rows.map { |row| [row.kind, row.email, row.bound_level, utc(row.bound_at), row.bound_by] }
          )
        end
      end
    end
  end
end
