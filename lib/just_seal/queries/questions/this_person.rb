# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # Everything that an address or a name did, or was asked to do.
      class ThisPerson < Question
        called "This person", "What did this person do, or what was it asked to do, in all dockets?"

        MOST_NAMES = 12
        ALIKE = 0.45
        MOST_ALIKE = 30

        private

        def definition
          [
            "By e-mail address: every party with exactly this address, whatever its name. By name: every party of " \
            "exactly this name, without regard to case. Other spellings are names, and addresses before the @, alike " \
            "by " \
            "three-letter groups (similarity #{ALIKE} or more), and what else the same addresses were called.",
            "Entries: those that name the person as their actor, and those of its dockets that tell of its party."
          ]
        end

        def work
          found = Store::Party.where(docket_id: @scope.dockets.select(Sequel[:dockets][:id]))
          mine = if asked.include?("@")
            found.where(
              Sequel.function(
                :lower,
                :email
              ) => asked.downcase
            )
          else
            found.where(Sequel.function(:lower, :name) => asked.downcase)
          end
          rows = mine.order(:docket_id, :letter).limit(MOST_ROWS + 1).eager(:docket).all
          figure("Asked about", asked)
          counted(
            "dockets",
            "Dockets",
            {
              docket: %w[Docket Number],
              title: ["Title", "Of the docket", :personal],
              state: ["Docket is", "Its state"],
              party: %w[Party Letter],
              name: ["Name", "As the docket has it", :personal],
              email: ["Address", "Of the party", :personal],
              act: %w[Act Asked],
              done: ["Party is", "Its state"],
              reached: %w[Level Reached],
              acted: %w[Acted UTC]
            },
            rows.map do |row|
              [
                row.docket.number,
                row.docket.title,
                row.docket.state,
                row.letter,
                row.name,
                row.email,
                row.act,
                row.state,
                row.level_reached,
                utc(row.acted_at)
              ]
            end
          )
          figure("Acted", rows.count(&:acted_at), "dockets")
          figure("Refused", rows.count { |row| row.state == "refused" }, "dockets")
          entries(rows)
          spellings(rows)
        end

        def asked = @params["person"].to_s.strip

        def entries(rows)
          letters = rows.group_by { |row| row.docket.number }.transform_values { |list| list.map(&:letter) }
          names = rows.map(&:name).uniq.first(MOST_NAMES)
          told = Store.db[:ledger_entries].where(docket: letters.keys.first(2000)).order(:id).select_map(
            %i[
              body
              hash
            ]
          ).map do |body, hash|
            [JSON.parse(body), hash]
          end
            .select do |entry, _|
            letters.fetch(entry["docket"]).include?(
              entry.dig(
                "facts",
                "party"
              )
            ) || names.include?(entry.dig("actor", "name"))
          end
          done = Store.db[:ledger_entries].where(
            Sequel.function(
              :lower,
              :actor
            ) => [asked, *names].map(&:downcase).uniq,
            at: @scope.from...@scope.to
          ).order(Sequel.desc(:id)).limit(MOST_ROWS).select_map(%i[
            body hash
          ]).map do |body, hash|
            [JSON.parse(body), hash]
          end
          all = (told + done).uniq do |_, hash|
            hash
          end.sort_by { |entry, _| [entry["at"], entry["docket"], entry["seq"]] }
          counted("entries", "Entries", ThisDocument::ENTRIES, all.map { |entry, hash| EntryFind.row(entry, hash) })
        end

        # Of mail addresses what stands before the @: colleagues share the rest.
        def alike
          column, text = if asked.include?("@")
            [
              Sequel.function(:split_part, :email, "@", 1),
              asked.split("@").first.to_s
            ]
          else
            [:name, asked]
          end
          likeness = Sequel.function(:similarity, column, text)
          Store.transaction do
            Store.db.run("SET LOCAL pg_trgm.similarity_threshold = #{ALIKE}")
            Store.db[:party_names].where(Sequel.lit("? % ?", column, text)).order(
              Sequel.desc(likeness),
              :name
            ).limit(MOST_ALIKE).select_map(%i[name email])
          end
        end

        # Who may be the same, written in another way.
        def spellings(rows)
          addresses = rows.map { |row| row.email.downcase }.uniq.first(MOST_NAMES)
          same = Store::Party.where(Sequel.function(:lower, :email) => addresses).distinct.select_map(%i[name email])
          found = (alike | same).map do |name, email|
            [
              name,
              email,
              Store::Party.where(name: name, Sequel.function(:lower, :email) => email.downcase).count
            ]
          end.reject do |row|
            row.last.zero?
          end
          counted(
            "spellings",
            "Other spellings",
            {
              name: ["Name", "As a docket has it", :personal],
              email: ["Address", "Of the party", :personal],
              count: ["Dockets", "With this name and address"]
            },
            found.reject do |name, email, _|
              [name, email].map(&:downcase).include?(asked.downcase) &&
          addresses.size < 2
            end.sort_by do |row|
              -row.last
            end
          )
        end
      end
    end
  end
end
