# frozen_string_literal: true

module JustSeal
  module Queries
    # What a circulation's certificate says: what went round, and everybody with when they acted, at which level, and
    # the hash of the entry that says so.
    class CirculationAccount
      BATCH = 500
      FORMAT = "circulation/1"
      # Of the columns of the printed list, in proportion.
      WIDTHS = [20, 17, 13, 16, 7, 27].freeze

      def initialize(circulation, office:, at:)
        @circulation = circulation
        @office = office
        @at = at
        @progress = CirculationProgress.new(circulation)
      end

      # As Core::Pdf::Report takes it, with all facts for programs beneath "people".
      def to_h
        {
          "format" => FORMAT,
          "title" => say(:title, number: @circulation.number),
          "lead" => @circulation.title,
          "margin" => margin.reject do |_, value|
            value.to_s.empty?
          end.map { |name, value| [say("margin.#{name}"), value] },
          "sections" => [section],
          "circulation" => told,
          "people" => people
        }
      end

      def done = @progress.counts.fetch("done", 0)
      def size = people.size

      private

      def say(key, **facts) = I18n.t("in_document.circulation.#{key}", **facts)
      def word(scope, key) = I18n.t("#{scope}.#{key}")

      def margin
        {
          circulation: @circulation.number,
          office: @office.name,
          record: @circulation.record && say(:record, record: @circulation.record.number, version: version.number),
          sha256: @circulation.version && version.sha256.scan(/.{1,16}/).join(" "),
          mode: word("circulation_modes", @circulation.mode),
          act: word("acts", @circulation.act),
          declaration: @circulation.declaration,
          started: utc(@circulation.started_at),
          in_force: in_force,
          state: word("circulation_states", @circulation.state),
          as_of: utc(@at)
        }
      end

      def version = @circulation.version

      def in_force
        from, til = [@circulation.starts_on, @circulation.ends_on].map { |day| day&.iso8601 }
        [from, til].compact.empty? ? nil : say(:period, from: from || "…", til: til || "…")
      end

      def told
        {
          "number" => @circulation.number,
          "mode" => @circulation.mode,
          "act" => @circulation.act,
          "declaration" => @circulation.declaration,
          "record" => @circulation.record&.number,
          "version" => @circulation.version&.number,
          "sha256" => @circulation.version&.sha256,
          "state" => @circulation.state,
          "as_of" => utc(@at)
        }.compact
      end

      def section
        {
          "title" => say(:everybody),
          "definition" => [say(:definition)],
          "figures" => @progress.counts.map { |key, count| { "name" => word("standings", key), "value" => count } },
          "lists" => [list],
          "notes" => [say(:proved)]
        }
      end

      def list
        {
          "title" => say(:people),
          "count" => people.size,
          "printed" => people.size,
          "widths" => WIDTHS,
          "columns" => %w[name unit standing acted level entry].map { |name| column(name) },
          "rows" => people.map { |one| printed(one) }
        }
      end

      def column(name) = { "name" => name, "title" => say("columns.#{name}") }

      def printed(one)
        [
          one["name"],
          one["unit"].empty? ? one["organisation"] : one["unit"],
          word("standings", one["standing"]),
          one["acted"].to_s.tr("TZ", " ").strip,
          one["level"].to_s,
          one["entry"].to_s.scan(/.{1,8}/).join(" ")
        ]
      end

      # [{"docket", "name", "email", "unit", "organisation", "standing", "acted", "level", "entry"}, ...]
      def people
        @people ||= @progress.each.each_slice(BATCH).flat_map do |rows|
          hashes = hashes(rows.filter_map { |row| row[:docket_number] if row[:standing] == "done" })
          rows.map { |row| person(row, hashes) }
        end
      end

      def person(row, hashes)
        {
          "docket" => row[:docket_number],
          "name" => row[:name],
          "email" => row[:email],
          "unit" => row[:unit],
          "organisation" => row[:organisation],
          "standing" => row[:standing],
          "acted" => (utc(row[:acted_at]) if hashes[row[:docket_number]]),
          "level" => row[:level_reached],
          "entry" => hashes[row[:docket_number]]
        }.compact
      end

      # {docket => hash of the entry that tells of the act}
      def hashes(dockets)
        Store.db[:ledger_entries].where(docket: dockets, kind: "party.acted").as_hash(:docket, :hash)
      end

      def utc(time) = time&.utc&.strftime("%FT%TZ")
    end
  end
end
