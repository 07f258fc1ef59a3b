# frozen_string_literal: true

require "date"

module JustSeal
  module Queries
    module Questions
      # Who had acted, on a day, on one version of a record that was circulated; and who had been asked and had not.
      class WhoAcknowledged < Question
        ACTED = %i[docket name email of_unit act acted reached typed entry].freeze
        OPEN = %i[docket name email of_unit sent done].freeze
        PARTY = %i[name email act acted_at level_reached declaration state].freeze

        # {name => Symbol} of what is wrong with what was typed.
        def self.problems(params)
          {
            "record" => (:subject_missing if params["record"].empty?),
            "version" => (:version_number_wrong unless params["version"].match?(/\A\d{0,6}\z/)),
            "day" => (:day_wrong unless params["day"].empty? || day(params["day"]))
          }.compact
        end

        def self.day(text)
          Date.iso8601(text)
        rescue Date::Error
          nil
        end

        private

        def work
          record = Store::Record.first(number: @params["record"])
          return figure(:found, said(:nothing)) unless record

          version = version_of(record)
          return figure(:found, said(:never_circulated)) unless version

          figure(:record, record.number)
          figure(:version, version)
          figure(:on_day, day.iso8601)
          newer(record, version)
          done, open = at_once { [by_then, not_by_then].map { |one| most_of(parties_of(record, version).where(one)) } }
          acted(*done)
          still_asked(*open)
        end

        def acted_at = Sequel[:parties][:acted_at]
        def by_then = { acted_at => ...till }
        def not_by_then = Sequel.|({ acted_at => nil }, { acted_at => till.. })

        def day = @day ||= self.class.day(@params["day"]) || @office.zone.to_local(now).to_date
        def till = @till ||= @office.zone.local_to_utc(Time.utc(day.year, day.month, day.day)) + 86_400

        # What was asked for, or the newest version that had been circulated by that day.
        def version_of(record)
          wanted = circulated(record)
          wanted = wanted.where(Sequel[:versions][:number] => @params["version"].to_i) unless @params["version"].empty?
          wanted.max(Sequel[:versions][:number])
        end

        def circulated(record)
          @scope.dockets
            .join(:circulations, id: Sequel[:dockets][:circulation_id])
            .join(:versions, id: Sequel[:circulations][:version_id])
            .where(Sequel[:circulations][:record_id] => record.id)
            .where(Sequel[:dockets][:sent_at] < till)
        end

        # A version that had been captured by then and is newer was not in anybody's hands by this.
        def newer(record, version)
          found = Store::Version.where(record_id: record.id).where(Sequel[:created_at] < till)
          newest = found.exclude(kind: "certificate").max(:number)
          note(:newer_version, number: newest) if newest.to_i > version
        end

        # Dataset of everybody who had been asked by then.
        def parties_of(record, version)
          dockets, recipients, parties = %i[dockets circulation_recipients parties].map { |table| Sequel[table] }
          circulated(record).where(Sequel[:versions][:number] => version)
            .join(:circulation_recipients, docket_id: dockets[:id])
            .join(:parties, id: recipients[:party_id])
            .order(parties[:name], parties[:id])
            .select(dockets[:number].as(:docket), dockets[:sent_at], recipients[:unit], *of_party(parties))
            .naked
        end

        def of_party(table) = PARTY.map { |column| table[column] }

        def acted(rows, count)
          hashes = Store.db[:ledger_entries].where(docket: rows.map { |row| row[:docket] }, kind: "party.acted")
            .as_hash(:docket, :hash)
          counted(
            :acknowledged,
            ACTED,
            rows.map { |row| acted_row(row, hashes) },
            count: count,
            personal: %i[name email],
            words: { act: "questions.acts" }
          )
        end

        def acted_row(row, hashes)
          {
            docket: row[:docket],
            name: row[:name],
            email: row[:email],
            of_unit: row[:unit],
            act: row[:act],
            acted: utc(row[:acted_at]),
            reached: row[:level_reached],
            typed: row[:declaration],
            entry: hashes[row[:docket]]
          }
        end

        # As they stand today: what they did later is said.
        def still_asked(rows, count)
          found = rows.map do |row|
            {
              docket: row[:docket],
              name: row[:name],
              email: row[:email],
              of_unit: row[:unit],
              sent: utc(row[:sent_at]),
              done: row[:state]
            }
          end
          about = { personal: %i[name email], words: { done: "party_states" } }
          counted(:not_acknowledged, OPEN, found, count: count, **about)
        end
      end
    end
  end
end
