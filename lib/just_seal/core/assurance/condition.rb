# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # When a rule applies: a Fields::Formula over particulars that also takes "NAME is empty", "NAME is not empty",
      # and a unit after a number, as in "yearly_rent >= 50000 EUR" or
      # "valid_to - valid_from > 365 days".
      class Condition
        QUOTED = /('[^']*'|"[^"]*")/
        EMPTY = /\b([a-z][a-z0-9_]*)\s+is\s+(not\s+)?empty\b/i
        UNIT = %r{(?<![\w.])(\d+(?:\.\d+)?)[ \u00A0]*(?!(?:and|or|not)\b)([[:alpha:]%°][[:alnum:]²³/%°]*)}i
        # "NAME is not empty" becomes a name of its own that is true or false.
        GIVEN = "__given"
        DAYS = %w[day days].freeze
        # So many cases are tried; beyond that conditions are held for possible.
        MAX_CASES = 4_000

        attr_reader :text, :units

        # +text+: as somebody typed it. Raises Refused :formula_unreadable with the fact +problem+, a sentence.
        def initialize(text)
          @text = text.to_s
          @units = []
          parts = @text.split(QUOTED).map { |part| part.match?(/\A['"]/) ? part : plain(part) }
          @formula = Fields::Formula.new(parts.join)
        end

        # The particulars that it speaks of.
        def names = @formula.names.map { |name| name.delete_suffix(GIVEN) }.uniq

        # Its type (:yes_no, or what it is instead) where particulars have +types+ ({name => type}). Raises Refused
        # :wrong_type.
        def type(types) = @formula.types(kinds(types)).type

        # :matches, nil where it does not, or :undecided where a value that it hangs on is not there. +particulars+:
        # {name => [type, kept value or nil]}.
        def judge(particulars)
          types = particulars.slice(*names).transform_values(&:first)
          return :undecided unless types.size == names.size && type(types) == :yes_no # the class may have changed since

          values = @formula.names.to_h { |name| [name, value(name, particulars)] }
          open, known = values.partition { |_, one| one.nil? }.map(&:to_h)
          outcomes = open.empty? ? [result(known)] : outcomes(known, open, types)
          outcomes.size == 1 ? outcomes.first : :undecided
        rescue Refused
          :undecided
        end

        # FormulaCases for particulars of +types+ ({name => type}). Whether a text is given follows from the text.
        def cases(types)
          kinds = kinds(types)
          @formula.cases(kinds.reject { |name, _| name.end_with?(GIVEN) && kinds[name.delete_suffix(GIVEN)] == :text })
        end

        # Is it true for +tried+ (out of its cases)? An empty text is one that is not given.
        def true_for?(tried) = @formula.value(tried.merge(given(tried)).slice(*@formula.names)) == true

        class << self
          # Every case of +values+ ({name => [value, ...]}) as a Hash; [] where there would be more than MAX_CASES.
          def each_case(values)
            return [{}] if values.empty?
            return [] if values.each_value.inject(1) { |product, list| product * list.size } > MAX_CASES

            first, *others = values.values
            first.product(*others).map { |list| values.keys.zip(list).to_h }
          end
        end

        private

        def plain(part)
          spelt = part.gsub(EMPTY) do
            Regexp.last_match(2) ? "#{Regexp.last_match(1)}#{GIVEN}" : "(#{Regexp.last_match(1)}#{GIVEN} = false)"
          end
          spelt.gsub(UNIT) { Regexp.last_match(1).tap { @units << Regexp.last_match(2) } }
        end

        def kinds(types)
          @formula.names.to_h do |name|
            [name, name.end_with?(GIVEN) ? :yes_no : Fields::ValueParser.formal_type(types.fetch(name))]
          end
        end

        def value(name, particulars)
          type, kept = particulars[name.delete_suffix(GIVEN)]
          return type && !kept.nil? && kept != [] if name.end_with?(GIVEN)

          type && Rulebook.formal(type, kept)
        end

        def given(tried)
          @formula.names.grep(/#{GIVEN}\z/o).to_h do |name|
            [name, tried.fetch(name) { tried[name.delete_suffix(GIVEN)] != "" }]
          end
        end

        # What may come of it, whatever is +open+; none where there are too many cases to try.
        def outcomes(known, open, types)
          cases = cases(types)
          return [] unless cases.plain?

          self.class.each_case(cases.to_h.slice(*open.keys)).map { |tried| result(known.merge(tried)) }.uniq
        end

        def result(values) = @formula.value(values) == true ? :matches : nil
      end
    end
  end
end
