# frozen_string_literal: true

module JustSeal
  module Web
    # Where a floor came from, in words. Whoever includes it includes Speech.
    module FloorWords
      # "by “Pilotage”" or "by the sender"; nil where nothing is demanded. +demand+: Core::Assurance::Demand.
      def floor_source(demand)
        return if demand.floor.zero?
        return t("floors_told.by_sender") if demand.raised?

        titles = demand.rules.map { |title, _| t("floors_told.rule", title: title) }.uniq
        titles.empty? ? nil : t("floors_told.by_rules", rules: list(titles))
      end
    end
  end
end
