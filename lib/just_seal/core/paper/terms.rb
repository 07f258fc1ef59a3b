# frozen_string_literal: true

module JustSeal
  module Core
    module Paper
      # On which terms a record class takes signatures on paper. +allowed+: without the sender saying so; +waits+: do
      # other parties of the turn wait until the paper is in?; +two_persons+: is what one enters confirmed by another?;
      # +shows+: "attachment" or "pages", as which the sealed document shows the scan; +place+: name of the particular
      # that tells where the paper itself lies, nil for none.
      Terms = Value.of(:allowed, :waits, :two_persons, :shows, :place) do
        # +kept+: as a class definition has it under "paper".
        def self.from(kept)
          kept = kept.to_h
          new(
            allowed: kept["allowed"] == true,
            waits: kept["waits"] == true,
            two_persons: kept["two_persons"] == true,
            shows: kept["shows"] == "pages" ? "pages" : "attachment",
            place: kept["place"]
          )
        end

        def pages? = shows == "pages"
      end

      Terms::KEYS = %w[allowed waits two_persons].freeze
      Terms::SHOWS = %w[attachment pages].freeze
    end
  end
end
