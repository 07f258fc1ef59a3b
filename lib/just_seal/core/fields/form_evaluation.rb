# frozen_string_literal: true

require "tsort"

module JustSeal
  module Core
    module Fields
      # What the fields of a docket show at one moment: which of them are wanted, what was typed, what is computed
      # from that. A number that is optional and empty, or not shown, counts as zero; one that is required and empty
      # leaves what is computed from it open.
      class FormEvaluation
        include TSort

        # +shown+: {slot => true or false}; +values+: {slot => kept text or nil}; +texts+: {slot => as written on the
        # page}; +problems+: {slot => sentence};
        # +missing+: slots of fields that the party still has to fill in. All but +problems+ and +missing+ speak of
        # every party's fields.
        Result = Value.of(:shown, :values, :texts, :problems, :missing) do
          def complete? = problems.empty? && missing.empty?
        end

        # +spots+: all FieldPlacements of the docket; +letter+: of the party that fills in; +given+: {slot => text} what
        # it typed; +kept+: {slot => kept text} what others filled in; +particulars+: {document => {name => [type,
        # value]}} of the records; +notation+: see Filing::ParticularType#shown; +unprintable+: callable, text to the
        # characters that no face can show.
        def self.call(...) = new(...).result

        def initialize(spots, letter:, given:, notation:, kept: {}, particulars: {}, unprintable: ->(_text) { [] })
          @notation = notation
          @groups = spots.group_by(&:slot)
          @leads = @groups.transform_values(&:first)
          @letter = letter
          @given = given
          @kept = kept
          @particulars = particulars
          @unprintable = unprintable
          @shown = {}
          @values = {}
          @formal = {}
          @texts = {}
          @problems = {}
        end

        def result
          tsort.each { |slot| settle(@leads.fetch(slot)) }
          Result.new(shown: @shown, values: @values, texts: @texts, problems: @problems, missing: missing)
        end

        private

        def tsort_each_node(&) = @leads.each_key(&)
        def tsort_each_child(slot, &) = Formulas.names(@leads.fetch(slot)).select { |name| @leads.key?(name) }.each(&)

        def settle(spot)
          shown = @shown[spot.slot] = shown?(spot)
          return unless shown

          spot.kind == "computed" ? compute(spot) : take(spot)
        end

        # A condition that can't be judged yet does not hold.
        def shown?(spot)
          return true if spot.setting("shown_when").empty?

          formula = Formula.new(spot["shown_when"])
          values = values_for(formula, spot)
          !values.nil? && formula.value(values) == true
        rescue Refused
          false
        end

        def take(spot)
          return unless spot.of_kind.typed?

          own = spot.party == @letter
          return keep(spot, @kept[spot.slot]) unless own

          given = @given[spot.slot].to_s
          return @values[spot.slot] = (given unless given.empty?) unless spot.of_kind.readable?

          problem, value = spot.of_kind.read(spot, given, options: options(spot))
          problem ||= not_printable(spot, value)
          problem ? @problems[spot.slot] = problem : keep(spot, value)
        end

        def not_printable(spot, value)
          gaps = value ? @unprintable.call(spot.of_kind.shown(spot, value, @notation).tr("\n", " ")) : []
          return unless gaps.any?

          Problem.new(:characters_unwritable, field: spot.title, characters: gaps)
        end

        def keep(spot, value)
          @values[spot.slot] = value
          return if value.nil? || !spot.of_kind.readable?

          @formal[spot.slot] = ValueParser.formal(spot.of_kind.type, value)
          @texts[spot.slot] = spot.of_kind.shown(spot, value, @notation)
        end

        # The boxes of one name are the possibilities.
        def options(spot)
          spot.of_kind.options(spot, @groups.fetch(spot.slot))
        end

        def compute(spot)
          formula = Formula.new(spot["formula"])
          values = values_for(formula, spot) or return
          value = formula.value(values)
          # What is computed further starts from what is shown.
          @formal[spot.slot] = value.is_a?(BigDecimal) ? ValueParser.rounded(spot, value) : value
          @values[spot.slot] = @texts[spot.slot] = ValueParser.computed(spot, value, @notation)
        rescue Refused => e
          @problems[spot.slot] =
            Problem.new(e.reason == :division_by_zero ? :divides_by_zero : :values_do_not_fit, field: spot.title)
        end

        # {name => value} of all that +formula+ speaks of; nil while one of them is open.
        def values_for(formula, spot)
          formula.names.to_h do |name|
            value = @leads.key?(name) ? of_field(@leads.fetch(name)) : of_particular(spot, name)
            return nil if value.nil?

            [name, value]
          end
        end

        def of_field(spot)
          return @formal[spot.slot] if @formal.key?(spot.slot)
          return nil if spot.kind == "computed" || spot.of_kind.type.nil?

          required = @shown[spot.slot] && spot.required?
          type = spot.of_kind.type
          required && ValueParser.formal_type(type) == :number ? nil : ValueParser.nothing(type)
        end

        def of_particular(spot, name)
          type, value = @particulars.fetch(spot.document || 1, {})[name]
          value.nil? ? nil : ValueParser.formal(type, value)
        end

        def missing
          own = @leads.values.select do |spot|
            spot.party == @letter && @shown[spot.slot] && spot.of_kind.typed? && spot.required?
          end
          own.reject { |spot| spot.of_kind.filled?(@values[spot.slot]) }.map(&:slot) - @problems.keys
        end
      end
    end
  end
end
