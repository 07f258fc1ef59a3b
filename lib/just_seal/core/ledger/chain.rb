# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Ledger
      # Says whether a docket's chain of entries holds, and where it does not.
      module Chain
        # +reason+: :hash_differs, :text_not_canonical, :gap, :prev_differs, :other_docket or :tail_cut.
        Fault = Value.of(:seq, :reason)
        Result = Value.of(:entries, :head, :faults) do
          def holds? = faults.empty?
        end

        module_function

        # +rows+: [[text, hash], ...] in order of seq, hashes in hex; +docket+: its number;
        # +head+: [seq, hash] as kept apart from the entries, nil when it is not known; +from+, +prev+: seq and hash of
        # the entry before the first of these.
        def verify(rows, docket:, head: nil, from: 0, prev: Entry::GENESIS)
          last = prev
          faults = rows.each.with_index(from + 1).flat_map do |(text, hash), seq|
            entry = JSON.parse(text)
            found = entry_faults(entry, text, hash, seq: seq, prev: last, docket: docket)
            last = hash
            found
          rescue JSON::ParserError
            [Fault.new(seq: seq, reason: :text_not_canonical)]
          end
          Result.new(entries: rows.size, head: last, faults: faults + tail_faults(from + rows.size, last, head))
        end

        NONE = [].freeze

        # Most entries are as they should be, and that is seen first.
        def entry_faults(entry, text, hash, seq:, prev:, docket:)
          if entry["prev"] == prev && entry["seq"] == seq && entry["docket"] == docket && Entry.digest(text) == hash &&
              Canonical.dump(entry) == text
            return NONE
          end

          checks = {
            hash_differs: Entry.digest(text) == hash,
            text_not_canonical: Canonical.dump(entry) == text,
            gap: entry["seq"] == seq,
            prev_differs: entry["prev"] == prev,
            other_docket: entry["docket"] == docket
          }
          checks.reject { |_, fine| fine }.keys.map { |reason| Fault.new(seq: seq, reason: reason) }
        end

        def tail_faults(seq, last, head)
          head.nil? || head == [seq, last] ? [] : [Fault.new(seq: seq, reason: :tail_cut)]
        end
      end
    end
  end
end
