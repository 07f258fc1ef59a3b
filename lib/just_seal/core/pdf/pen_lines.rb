# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # What a seal certificate says of a party that signed on paper: it agreed to nothing electronic, and was shown
      # nothing on a screen.
      class PenLines
        # +party+: as of Certificate's account, with "paper"; +words+: as of Certificate.
        def initialize(party, words)
          @party = party
          @paper = party.fetch("paper")
          @words = words
        end

        # Before and after what is said of the level.
        def first = say(:by_pen, by: by, **facts(@party, "email", "turn"), **facts(@paper, "day", "copy"), utc: utc)
        def last = [*@paper["documents"].map { |one| printed(one) }, say(:scan, hash: grouped(@paper["scan_sha256"]))]

        private

        def say(key, **facts) = @words.call(key, **facts)
        def facts(hash, *names) = hash.slice(*names).transform_keys(&:to_sym)
        def utc = @party.dig("acted_at", "utc")
        def printed(one) = say(:printed, document: one["document"], hash: grouped(one["sha256"]))
        def grouped(hash) = hash.scan(/.{1,4}/).join(" ")

        def by
          return @paper["taken_in_by"] unless @paper["confirmed_by"]

          say(:taken_in_by_two, **facts(@paper, "taken_in_by", "confirmed_by"))
        end
      end
    end
  end
end
