# frozen_string_literal: true

require "tsort"

module JustSeal
  module Core
    module Fields
      # The formulas and conditions of a docket's fields, and what speaks of what.
      module Formulas
        # Hash with TSort: {name => names it speaks of}
        class Graph < Hash
          include TSort

          def tsort_each_node(&) = each_key(&)
          def tsort_each_child(name, &) = fetch(name, []).select { |one| key?(one) }.each(&)
        end

        module_function

        # [[setting, text], ...] of +spot+: what it has of a formula and a condition.
        def of(spot)
          %w[formula shown_when].map do |setting|
            [
              setting,
              spot.setting(setting)
            ]
          end.reject { |setting, text| text.empty? || (setting == "formula" && spot.kind != "computed") }
        end

        # Names that +spot+ speaks of; what can't be read speaks of nothing.
        def names(spot)
          of(spot).flat_map do |_, text|
            Formula.new(text).names
          rescue Refused
            []
          end.uniq
        end

        # Slots of +spots+ whose formulas or conditions lead back to themselves.
        def cycles(spots)
          graph = spots.group_by(&:slot).transform_values { |same| same.flat_map { |spot| names(spot) }.uniq }
          loops = Graph[graph].each_strongly_connected_component.select do |part|
            part.size > 1 || graph.fetch(part.first).include?(part.first)
          end
          loops.to_a.flatten
        end
      end
    end
  end
end
