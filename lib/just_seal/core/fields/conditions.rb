# frozen_string_literal: true

require "bigdecimal"

module JustSeal
  module Core
    module Fields
      # Values under which the conditions of fields hold, so that somebody can see each of them come true.
      module Conditions
        MAX_CASES = 256

        module_function

        # +spots+: all FieldPlacements of a docket; +particulars+: {document => {name => [type, kept value or nil]}}.
        # Returns [[spot, {slot => text as it would be typed}], ...], one for each condition that can be made to hold
        # by what somebody fills in.
        def holding(spots, particulars: {})
          leads = spots.group_by(&:slot).transform_values(&:first)
          conditional = leads.values.reject { |spot| spot.setting("shown_when").empty? }
          conditional.filter_map do |spot|
            values = holding_one(spot, leads, particulars.fetch(spot.document || 1, {}))
            [spot, values] if values
          end
        end

        def holding_one(spot, leads, known)
          formula = Formula.new(spot["shown_when"])
          typed, given = formula.names.partition { |name| leads.key?(name) }
          return unless typed.all? { |name| leads[name].of_kind.typed? }

          fixed = fixed_values(given, known) or return
          found = combinations(formula, typed, leads).find { |values| formula.value(fixed.merge(values)) == true }
          found&.transform_values { |value| text(value) }
        rescue Refused
          nil
        end

        # What the particulars +names+ say; nil where one of them says nothing.
        def fixed_values(names, known)
          return unless names.all? { |name| known[name]&.last }

          names.to_h { |name| [name, ValueParser.formal(*known[name])] }
        end

        def combinations(formula, names, leads)
          types = names.to_h { |name| [name, ValueParser.formal_type(leads[name].of_kind.type)] }
          cases = formula.cases(types).to_h
          lists = names.map { |name| cases.fetch(name) }
          return [] if lists.empty? || lists.inject(1) { |product, list| product * list.size } > MAX_CASES

          lists.first.product(*lists.drop(1)).map { |values| names.zip(values).to_h }
        end

        def text(value)
          case value
          when true then "yes"
          when false then "no"
          when BigDecimal then value.to_s("F").delete_suffix(".0")
          else value.to_s
          end
        end
      end
    end
  end
end
