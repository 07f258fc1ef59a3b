# frozen_string_literal: true

require "time"

module JustSeal
  module Core
    module Ledger
      # What may follow what in a chain: time goes on, and after a docket was sealed nobody acts any more.
      module Sequence
        # Seconds by which an entry may be older than the one below it: whoever waited for the lock of a docket has
        # looked at the clock before.
        WAITED = 60
        SEALED = "docket.sealed"
        # Kinds of a docket's chain that may follow its seal.
        AFTER_SEAL = %w[
          copy.fetched
          docket.copies_sent
          docket.destroyed
          docket.exported
          docket.filed
          document.downloaded
          document.read
          document.renewed
          file.downloaded
          message.bounced
          message.delivered
          party.copied
        ].freeze

        module_function

        # +entries+: parsed, in order. Returns Chain::Fault values with :time_backwards or :after_the_seal.
        def faults(entries)
          sealed = entries.index { |entry| entry["kind"] == SEALED }
          late = sealed ? entries.drop(sealed + 1).reject { |entry| AFTER_SEAL.include?(entry["kind"]) } : []
          back = entries.each_cons(2).select { |below, entry| back?(below, entry) }.map(&:last)
          late.map { |entry| Chain::Fault.new(seq: entry["seq"], reason: :after_the_seal) } +
            back.map { |entry| Chain::Fault.new(seq: entry["seq"], reason: :time_backwards) }
        end

        # Times of entries are of one length: most can be compared as texts.
        def back?(below, entry)
          entry["at"].to_s < below["at"].to_s && Time.iso8601(below["at"]) - Time.iso8601(entry["at"]) > WAITED
        rescue ArgumentError
          true
        end
      end
    end
  end
end
