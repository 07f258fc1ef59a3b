# frozen_string_literal: true

require "bigdecimal"

module JustSeal
  module Core
    module Fields
      # What is wrong with the settings of fields, told while they are edited.
      class FieldValidation
        # +reason+: symbol; +blocks+: must it be mended before sending?; +spot+: the FieldPlacement; +facts+: values for
        # the wording.
        Fault = Value.of(:reason, :blocks, :spot, :facts)

        NAME = Filing::ClassDefinition::NAME
        # What may come home to a particular of which type.
        HOMES = {
          "text" => %w[text],
          "choice" => %w[choice text],
          "number" => %w[number text],
          "money" => %w[money number text],
          "date" => %w[date text],
          "yes_no" => %w[yes_no text]
        }.freeze
        MAX_CASES = 256

        # +spots+: all FieldPlacements of the docket; +turns+: {letter => turn}; +particulars+: {document => {name =>
        # [type, kept value or nil]}}. Returns [Fault, ...].
        def self.call(...) = new(...).faults

        def initialize(spots, turns:, particulars: {})
          @spots = spots
          @groups = spots.group_by(&:slot)
          @turns = turns
          @particulars = particulars
          @cycles = Formulas.cycles(spots)
        end

        def faults
          @spots.flat_map { |spot| names(spot) + settings(spot) + formulas(spot) + particular(spot) }
        end

        private

        def names(spot)
          same = @groups.fetch(spot.slot)
          return [] if spot.key.to_s.empty?
          return [fault(:name_malformed, spot, name: spot.key)] unless spot.key.match?(NAME)
          return [fault(:name_twice, spot, name: spot.key)] unless same.size == 1 || one_group?(same)

          # A field may have the name of the particular that it comes home to: formulas then speak of the field.
          if particulars(spot).key?(spot.key) && spot.setting("particular") != spot.key
            [
              fault(
                :name_of_particular,
                spot,
                name: spot.key
              )
            ]
          else
            []
          end
        end

        def one_group?(same)
          same.all? do |spot|
            spot.kind == "one_of" && spot.party == same.first.party && spot["shown_when"] == same.first["shown_when"]
          end
        end

        def settings(spot)
          [
            (fault(:too_few_options, spot) if too_few?(spot)),
            (fault(:option_missing, spot) if spot.kind == "one_of" &&
             spot.setting("option").empty?),
            (if !spot.setting("pattern").empty? && !Filing::Pattern.valid?(spot["pattern"])
               fault(:pattern_unusable, spot)
             end),
            (fault(:mask_empty, spot) if spot.setting("mask") == "own" && spot.setting("mask_form").empty?),
            *bounds(spot),
            *default(spot)
          ].compact
        end

        def too_few?(spot)
          return Array(spot["options"]).uniq.size < 2 if spot.kind == "choice"

          spot.kind == "one_of" && @groups.fetch(spot.slot).map { |box| box.setting("option") }.uniq.size < 2
        end

        def bounds(spot)
          given = %w[least most].map { |bound| spot.setting(bound) }
          strange = given.reject { |text| text.empty? || text.match?(Filing::Particulars::NUMBER) }
          return [fault(:bound_no_number, spot, bound: strange.first)] unless strange.empty?

          if given.none?(&:empty?) && BigDecimal(given.first) > BigDecimal(given.last)
            [
              fault(
                :bounds_crossed,
                spot
              )
            ]
          else
            []
          end
        end

        def default(spot)
          if spot.setting("default").empty? || !spot.of_kind.typed? || !spot.of_kind.readable? || bounds(spot).any? ||
              !pattern_fine?(spot)
            return []
          end

          options = spot.of_kind.options(spot, @groups.fetch(spot.slot))
          problem, = spot.of_kind.read(spot, spot["default"], options: options)
          problem ? [fault(:default_unfit, spot, problem: problem)] : []
        end

        def pattern_fine?(spot) = spot.setting("pattern").empty? || Filing::Pattern.valid?(spot["pattern"])

        def formulas(spot)
          empty = spot.kind == "computed" && spot.setting("formula").empty? ? [fault(:no_formula, spot)] : []
          empty + Formulas.of(spot).flat_map { |setting, text| one_formula(spot, setting, text) }
        end

        def one_formula(spot, setting, text)
          formula = Formula.new(text)
          unknown = formula.names.reject { |name| type_of(spot, name) }
          return [fault(:unknown_name, spot, names: unknown.join(", "))] unless unknown.empty?
          return [fault(:cycle, spot)] if @cycles.include?(spot.slot)

          typed(spot, setting, formula) + later(spot, formula) + without_value(spot, formula)
        rescue Refused => e
          if e.reason == :formula_unreadable
            [
              fault(
                :formula_unreadable,
                spot,
                problem: e.facts.fetch(:problem)
              )
            ]
          else
            [fault(e.reason, spot)]
          end
        end

        # By types alone, and by trying the conditions whose possibilities can be counted.
        def typed(spot, setting, formula)
          types = formula.types(formula.names.to_h { |name| [name, type_of(spot, name)] })
          constant_zero(formula)
          if setting == "formula"
            return types.divisors.select do |name|
              may_be_zero?(name)
            end.map { |name| look(:may_divide_by_zero, spot, name: name) }
          end
          return [fault(:condition_no_yes, spot)] unless types.type == :yes_no

          never?(spot, formula) ? [fault(:never_shown, spot)] : []
        end

        # A division by a zero that stands in the formula itself shows with any values.
        def constant_zero(formula) = formula.names.empty? && formula.value({})

        def may_be_zero?(name)
          spot = @groups[name]&.first or return true
          least, most = %w[least most].map { |bound| spot.setting(bound) }
          above = !least.empty? && least.match?(Filing::Particulars::NUMBER) && BigDecimal(least).positive?
          below = !most.empty? && most.match?(Filing::Particulars::NUMBER) && BigDecimal(most).negative?
          !(spot.required? && spot.setting("shown_when").empty? && (above || below))
        end

        # Is there no choice, tick or the like under which the condition holds? Only where the possibilities can be
        # counted.
        def never?(spot, formula)
          cases = formula.names.map { |name| possibilities(spot, name) or return false }
          return false if cases.inject(1) { |product, all| product * all.size } > MAX_CASES

          all = cases.empty? ? [[]] : cases.first.product(*cases.drop(1))
          all.none? { |values| formula.value(formula.names.zip(values).to_h) == true }
        end

        def possibilities(_spot, name)
          same = @groups[name] or return nil
          same.first.of_kind.possibilities(same)
        end

        # What somebody fills in later, or at the same time, is not there yet when this party acts.
        def later(spot, formula)
          turn = @turns.fetch(spot.party, 0)
          late = formula.names.select do |name|
            @groups.key?(name) && @groups[name].first.party != spot.party && @turns.fetch(
              @groups[name].first.party,
              0
            ) >= turn
          end
          late.empty? ? [] : [fault(:filled_later, spot, names: late.join(", "))]
        end

        def without_value(spot, formula)
          empty = formula.names.select { |name| !@groups.key?(name) && particulars(spot)[name]&.last.nil? }
          empty.empty? ? [] : [look(:particular_empty, spot, names: empty.join(", "))]
        end

        # :number, :text, :date, :yes_no; nil for a name that means nothing here.
        def type_of(spot, name)
          field = @groups[name]&.first or return ValueParser.formal_type(particulars(spot)[name]&.first)

          field.kind == "computed" ? computed_type(field) : ValueParser.formal_type(field.of_kind.type)
        end

        def computed_type(field)
          return :number if @cycles.include?(field.slot)

          formula = Formula.new(field["formula"])
          formula.types(formula.names.to_h { |name| [name, type_of(field, name)] }).type
        rescue Refused, KeyError
          :number # its own fault is told where it stands
        end

        def particulars(spot) = @particulars.fetch(spot.document || 1, {})

        def particular(spot)
          name = spot.setting("particular")
          return spot.kind == "particular" ? [fault(:no_particular, spot)] : [] if name.empty?

          type, value = particulars(spot)[name]
          return [fault(:particular_unknown, spot, name: name)] unless type
          return value.nil? ? [fault(:particular_empty, spot, names: name)] : [] if spot.kind == "particular"

          HOMES.fetch(spot.of_kind.type.to_s, []).include?(type) ? [] : [fault(:particular_unfit, spot, name: name)]
        end

        def fault(reason, spot, **facts) = Fault.new(reason: reason, blocks: true, spot: spot, facts: facts)
        def look(reason, spot, **facts) = Fault.new(reason: reason, blocks: false, spot: spot, facts: facts)
      end
    end
  end
end
