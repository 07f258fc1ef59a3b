# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # What happened to a record, from its own chain and from those of its dockets, the newest first.
    module RecordHistory
      # Kinds of docket entries that change what the record is or where it stands.
      TOLD = %w[
        docket.drafted
        docket.sent
        docket.sealed
        docket.filed
        docket.withdrawn
        docket.lapsed
        party.acted
        party.acted_on_paper
        party.refused
        document.downloaded
        document.read
        circulation.started
        circulation.closed
        circulation.certified
      ].freeze
      MAX = 200

      CORRECTIONS = %w[record.corrected record.moved].freeze

      # +entry+: parsed body; +docket+: number, nil for an entry of the record's own.
      Line = Struct.new(:entry, :docket, keyword_init: true)

      # +lines+: the newest MAX; +more+: are there older ones?; +own+: all lines of the record's own chain, the oldest
      # first; +result+: of that chain, recomputed.
      History = Struct.new(:lines, :more, :own, :result, keyword_init: true) do
        # Corrections since +time+, the newest first.
        def corrections_since(time)
          from = Core::Ledger::Entry.time(time)
          own.select { |line| CORRECTIONS.include?(line.entry["kind"]) && line.entry["at"] > from }.reverse
        end
      end

      module_function

      # +dockets+: Store::Docket rows; +circulations+: numbers.
      def of(record, dockets, circulations = [])
        rows, result = Store::Ledger.verified_as_told(record.number)
        own = rows.map { |entry, _| Line.new(entry: entry) }
        lines = own + of_dockets(dockets.map(&:number) + circulations)
        newest = lines.sort_by.with_index { |line, index| [line.entry["at"], index] }.reverse.first(MAX)
        History.new(lines: newest, more: lines.size > MAX, own: own, result: result)
      end

      def of_dockets(numbers)
        entries = Store.db[:ledger_entries].where(docket: numbers, kind: TOLD).order(Sequel.desc(:at)).limit(MAX + 1)
        Store::Ledger.told_of(entries).order(Sequel.desc(:at)).select_map(%i[body docket]).map do |text, number|
          Line.new(entry: JSON.parse(text), docket: number)
        end
      end
    end
  end
end
