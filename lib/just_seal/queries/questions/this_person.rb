# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # Everything that an address or a name did, or was asked to do.
      class ThisPerson < Question
        MAX_NAMES = 12
        ALIKE = 0.45
        MAX_ALIKE = 30
        MAX_DOCKETS = 2000
        DOCKETS = %i[docket title state party name email act done reached acted].freeze

        private

        def facts = { "alike" => ALIKE }
        def asked = @params["person"].to_s.strip
        def address? = asked.include?("@")
        def lower(column) = Sequel.function(:lower, column)

        def work
          parties, count, acted, refused = at_once { counted_parties }
          figure(:asked, asked)
          dockets(parties, count)
          figure(:acted, acted, :dockets)
          figure(:refused, refused, :dockets)
          figure(:entries, entries(:entries, entries_of(parties)), :entries)
          spellings(parties)
        end

        # [the parties that are listed, how many there are, have acted, have refused]
        def counted_parties
          listed = most_of(mine.order(:docket_id, *Store::Party::IN_ORDER).eager(:docket))
          [*listed, mine.exclude(acted_at: nil).count, mine.where(state: "refused").count]
        end

        def mine
          found = Store::Party.where(docket_id: @scope.dockets.select(Sequel[:dockets][:id]))
          found.where(lower(address? ? :email : :name) => asked.downcase)
        end

        def dockets(parties, count)
          counted(
            :dockets,
            DOCKETS,
            parties.map { |party| docket_row(party) },
            count: count,
            personal: %i[title name email],
            words: { state: "docket_states", act: "questions.acts", done: "party_states" }
          )
        end

        def docket_row(party)
          {
            docket: party.docket.number,
            title: party.docket.title,
            state: party.docket.state,
            party: party.letter,
            name: party.name,
            email: party.email,
            act: party.way,
            done: party.state,
            reached: party.level_reached,
            acted: utc(party.acted_at)
          }
        end

        # [[entry, hash], ...] in their order: what tells of the person, and what it did. Where not all of them were
        # looked for, a note says so.
        def entries_of(parties)
          names = within(:first_names, parties.map(&:name).uniq, MAX_NAMES)
          all = (telling_of(parties, names) + done_by([asked, *names])).uniq(&:last)
          all.sort_by { |entry, _| entry.values_at("at", "docket", "seq") }
        end

        # The first +limit+ of +all+, with a note where there are more.
        def within(name, all, limit)
          note(name, count: all.size, limit: limit) if all.size > limit
          all.first(limit)
        end

        def telling_of(parties, names)
          letters = parties.group_by { |party| party.docket.number }.transform_values { |own| own.map(&:letter) }
          numbers = within(:first_dockets, letters.keys, MAX_DOCKETS)
          parsed(Store.db[:ledger_entries].where(docket: numbers)).select do |entry, _|
            letters.fetch(entry["docket"]).include?(entry.dig("facts", "party")) ||
              names.include?(entry.dig("actor", "name"))
          end
        end

        def done_by(names)
          found = Store::Ledger.by_names(names.map(&:downcase).uniq).where(at: @scope.from...@scope.to)
          count = found.count
          note(:newest_entries, count: count, limit: MAX_ROWS) if count > MAX_ROWS
          parsed(found.order(Sequel.desc(:id)).limit(MAX_ROWS))
        end

        def parsed(found)
          told = Store::Ledger.told_of(found).order(:id).select_map(%i[body hash])
          told.map { |body, hash| [JSON.parse(body), hash] }
        end

        # Of mail addresses what stands before the @: colleagues share the rest.
        def alike
          column = address? ? Sequel.function(:split_part, :email, "@", 1) : :name
          text = asked.split("@").first.to_s
          likeness = Sequel.function(:similarity, column, text)
          Store.transaction do
            Store.db.run("SET LOCAL pg_trgm.similarity_threshold = #{ALIKE}")
            found = Store.db[:party_names].where(Sequel.lit("? % ?", column, text))
            found.order(Sequel.desc(likeness), :name).limit(MAX_ALIKE).select_map(%i[name email])
          end
        end

        # Who may be the same, written in another way.
        def spellings(parties)
          addresses = parties.map { |party| party.email.downcase }.uniq.first(MAX_NAMES)
          rows = others(addresses).map { |name, email| { name: name, email: email, count: dockets_of(name, email) } }
          rows = rows.reject { |row| row[:count].zero? }.sort_by { |row| -row[:count] }
          counted(:spellings, %i[name email count], rows, personal: %i[name email])
        end

        # [[name, address], ...]
        def others(addresses)
          same = Store::Party.where(lower(:email) => addresses).distinct.select_map(%i[name email])
          (alike | same).reject { |pair| addresses.size < 2 && pair.map(&:downcase).include?(asked.downcase) }
        end

        def dockets_of(name, email) = Store::Party.where(name: name, lower(:email) => email.downcase).count
      end
    end
  end
end
