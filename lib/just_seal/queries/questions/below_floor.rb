# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # Acts that were weaker than the rules demanded, or would demand today; waivers; authenticators that were bound
      # weakly.
      class BelowFloor < Question
        ACTS = %i[docket party name email class unit acted reached demanded now waiver demanded_by].freeze
        ACTS_PERSONAL = %i[name email waiver].freeze
        GROUPS = %i[class unit month].freeze
        # An authenticator that was bound under less is bound weakly.
        BOUND_LEVEL = 3

        private

        def facts = { "rulebook" => rulebook&.version, "level" => BOUND_LEVEL }
        def rulebook = @rulebook ||= Store::Rulebook.in_force(now)

        def work
          @acts = []
          @all = 0
          each_docket { |dockets| batch(dockets) }
          acts
          waivers
          authenticators
          groups
        end

        def batch(dockets)
          dockets = dockets.to_h { |docket| [docket.id, docket] }
          documents = documents_of(dockets.keys)
          dockets.each { |id, docket| docket.associations[:documents] = documents.fetch(id, []) }
          acts = acts_on(dockets)
          @all += acts.size
          @acts += acts.select { |act| act[:reached] < [act[:demanded], act[:now]].max }
        end

        def acts_on(dockets)
          parties = Store::Party.where(docket_id: dockets.keys).exclude(acted_at: nil).exclude(act: "receive").all
          waivers = waivers_of(parties)
          parties.map { |party| act(dockets.fetch(party.docket_id), party, waivers.fetch(party.id, []).last) }
        end

        def waivers_of(parties)
          found = Store::Waiver.where(party_id: parties.map(&:id), allowed: true)
          found.order(:decided_at).all.group_by(&:party_id)
        end

        def documents_of(docket_ids)
          found = Store::DocketDocument.where(docket_id: docket_ids).to_sign.order(:position)
          found.eager(record: :record_class).all.group_by(&:docket_id)
        end

        def act(docket, party, waiver)
          {
            docket: docket.number,
            party: party.letter,
            name: party.name,
            email: party.email,
            class: classes[docket.record_class_id],
            unit: units[docket.owner_id],
            acted: utc(party.acted_at),
            reached: party.level_reached.to_i,
            demanded: party.demand.to_h["floor"].to_i,
            demanded_by: by(Core::Assurance::Demand.from(party.demand)),
            now: today(docket, party),
            waiver: waiver&.reason,
            month: month(party.acted_at)
          }
        end

        # Where the floor came from.
        def by(demand)
          return if demand.floor.zero?

          demand.raised? ? said(:by_sender) : demand.rules.map(&:first).join("; ")
        end

        # Most classes have the same floor for all: what depends on particulars is asked one by one.
        def today(docket, party)
          return 0 unless rulebook

          floors = docket.documents.select(&:to_sign?).map do |document|
            values = document.particulars&.to_h || DocketFilling.particulars(document.record)
            floor(document.record.record_class.code, party, values)
          end
          floors.max.to_i
        end

        def floor(code, party, particulars)
          @book ||= rulebook.rules
          asked = { class_code: code, act: party.act, kind: party.kind, role: party.role_title }
          (@floors ||= {})[[asked, particulars]] ||= @book.demand(**asked, particulars: particulars).floor
        end

        def below_demanded?(act) = act[:reached] < act[:demanded]
        def below_today?(act) = act[:reached] < act[:now]

        def acts
          below = @acts.select { |act| below_demanded?(act) }
          figure(:acts, @all)
          counted(:below, ACTS, below, personal: ACTS_PERSONAL)
          figure(:waived, below.count { |act| act[:waiver] }, :below)
          counted(:today, ACTS, @acts.select { |act| below_today?(act) }, personal: ACTS_PERSONAL)
        end

        def groups
          rows = GROUPS.flat_map do |by|
            groups = @acts.group_by { |act| act[by] }.sort_by { |value, _| value.to_s }
            groups.map { |value, acts| group(by, value, acts) }
          end
          list(:groups, %i[by value below today], rows, words: { by: "questions.groups" })
          months = rows.select { |row| row[:by] == :month }
          chart(:by_month, months.map { |row| [row[:value], [row[:below], row[:today]].max] })
        end

        def group(by, value, acts)
          {
            by: by,
            value: value,
            below: acts.count { |act| below_demanded?(act) },
            today: acts.count { |act| below_today?(act) }
          }
        end

        def waivers
          parties = Store::Party.where(docket_id: @scope.dockets.select(Sequel[:dockets][:id])).select(:id)
          found = Store::Waiver.where(party_id: parties).order(:asked_at, :id)
          rows, count = most_of(found.eager(:asker, :decider, party: :docket))
          counted(
            :waivers,
            %i[docket party from to state asked decided at reason],
            rows.map { |waiver| waiver_row(waiver) },
            count: count,
            personal: %i[asked decided reason],
            words: { state: "questions.waiver_states" }
          )
        end

        def waiver_row(waiver)
          {
            docket: waiver.party.docket.number,
            party: waiver.party.letter,
            from: waiver.demanded,
            to: waiver.granted,
            state: waiver_state(waiver),
            asked: waiver.asker.name,
            decided: waiver.decider&.name,
            at: utc(waiver.decided_at),
            reason: waiver.reason
          }
        end

        def waiver_state(waiver)
          return waiver.withdrawn_at ? :allowed_ended : :allowed if waiver.allowed
          return :not_allowed if waiver.decided_at

          waiver.withdrawn_at ? :withdrawn : :undecided
        end

        def authenticators
          found = Store::Authenticator.bound.where { bound_level < BOUND_LEVEL }
            .where(bound_at: @scope.from...@scope.to).order(:bound_at, :id)
          rows, count = most_of(found)
          counted(
            :authenticators,
            %i[kind email level at by],
            rows.map { |one| authenticator_row(one) },
            count: count,
            personal: %i[email],
            words: { kind: "methods", by: "methods" }
          )
        end

        def authenticator_row(one)
          { kind: one.kind, email: one.email, level: one.bound_level, at: utc(one.bound_at), by: one.bound_by }
        end
      end
    end
  end
end
