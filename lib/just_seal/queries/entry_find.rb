# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Finds entries of the whole ledger: by chain (a docket's or a record's), person, kind, time and network address;
    # the newest first, a page at a time.
    class EntryFind
      SIZE = 50
      CHAIN = Sequel[:ledger_entries][:docket]
      AT = Sequel[:ledger_entries][:at]
      ORDER = [Sequel.desc(:at), Sequel.desc(:id)].freeze
      FIELDS = %w[chain person kind address from until by].freeze

      # As a row of a list (Questions::ThisDocument::ENTRIES).
      def self.row(entry, hash)
        [
          entry["docket"],
          entry["seq"],
          entry["at"],
          entry["kind"],
          entry.dig("actor", "name"),
          entry.dig("actor", "address"),
          JSON.generate(entry["facts"]),
          hash
        ]
      end

      # +asked+: {field => text}; +after+: key of the last entry of the page before; +within+: dataset of chains that
      # may be seen, nil for all.
      def initialize(asked, zone:, after: nil, within: nil)
        @asked = asked.slice(*FIELDS).transform_values { |text| text.to_s.strip }.reject { |_, text| text.empty? }
        @zone = zone
        @after = after.to_s[/\A\d{1,20}-\d{1,18}\z/].to_s.split("-").map(&:to_i)
        @within = within
      end

      # Page of Hashes: id, docket, seq, at, kind, entry, hash.
      def page
        rows = Store.db[:told_entries].where(id: newest).order(*ORDER).limit(SIZE + 1)
          .select(:id, :docket, :seq, :at, :kind, :body, :hash).all
        Page.new(
          rows: rows.first(SIZE).map do |row|
            row.merge(entry: JSON.parse(row[:body]))
          end,
          next_key: (key(rows[SIZE - 1]) if rows.size > SIZE)
        )
      end

      # Numbers of the chains of +rows+ that are dockets.
      def self.dockets(rows) = Store::Docket.where(number: rows.map { |row| row[:docket] }.uniq).select_map(:number)

      # {field => sentence} of what can't be looked for.
      def problems
        wrong = %w[from until].select { |name| @asked[name] && !time(name) }
        wrong.to_h { |name| [name, :not_a_day] }
      end

      private

      # Ids of the newest: who did it and from where stands in the entry, or apart from it. Each is found by an index
      # of its own.
      def newest
        found = conditions.inject(Store.db[:ledger_entries]) { |all, condition| all.where(condition) }
        own = newest_of(whose(found, :ledger_entries), AT, :id)
        return own unless @asked["person"] || @asked["address"]

        apart = whose(found.join(:ledger_private, entry_id: :id), :ledger_private)
        own.union(newest_of(apart, Sequel[:ledger_private][:at], :entry_id), all: true)
      end

      def newest_of(found, time, id) = found.order(Sequel.desc(time), Sequel.desc(id)).limit(SIZE + 1).select(:id)

      def whose(found, table)
        found = found.where(Sequel.function(:lower, Sequel[table][:actor]) => names) if @asked["person"]
        found = found.where(Sequel[table][:address] => @asked["address"]) if @asked["address"]
        found
      end

      def conditions
        [
          (Sequel.lit("(ledger_entries.at, id) < (?, ?)", after_time, @after[1]) if @after.any?),
          ({ CHAIN => chains } if @asked["chain"]),
          ({ kind: @asked["kind"] } if @asked["kind"]),
          ({ CHAIN => @within } if @within),
          *by,
          *in_time
        ].compact
      end

      # What programs and standing instructions did.
      def by
        return [] unless MachineEntries::CHOICES.include?(@asked["by"])

        [MachineEntries::ALL, MachineEntries::BY[@asked["by"]]].compact
      end

      def in_time
        first = time("from")
        last = time("until", 1)
        [({ AT => first.. } if first), ({ AT => ...last } if last)]
      end

      def after_time = Time.at(@after[0] / 1_000_000, @after[0] % 1_000_000).utc

      # A record's chain, and those of its dockets.
      def chains
        record = Store::Record.first(number: @asked["chain"]) or return [@asked["chain"]]
        dockets = Store::DocketDocument.where(record_id: record.id).join(:dockets, id: :docket_id)
        [record.number, *dockets.select_map(:number)]
      end

      # A name, or every name that an address has.
      def names
        text = @asked["person"].downcase
        return [text] unless text.include?("@")

        [
          text,
          *Store::Party.where(Sequel.function(:lower, :email) => text).distinct.select_map(:name),
          *Store::Account.where(email: text).select_map(:name)
        ].map(&:downcase).uniq
      end

      def key(row) = "#{(row[:at].to_i * 1_000_000) + row[:at].usec}-#{row[:id]}"

      def time(name, later = 0)
        text = @asked[name] or return
        @zone.local_to_utc((Date.iso8601(text) + later).then { |day| Time.utc(day.year, day.month, day.day) })
      rescue Date::Error
        nil
      end
    end
  end
end
