# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # What is wrong with a condition over the particulars of classes: each of them must have them, and with types that
      # fit.
      class ConditionReview
        # +classes+: {code => {particular's name => type}} for which it is meant; +units+: {code => {particular's name
        # => unit or nil}}. Returns [[reason, {fact => value}], ...].
        def self.call(...) = new(...).faults

        def initialize(text, classes:, units: {})
          @text = text
          @classes = classes
          @units = units
        end

        def faults
          return [] if @text.to_s.strip.empty?

          @condition = Condition.new(@text)
          astray || (types + unknown_units + possible)
        rescue Refused => e
          [[:condition_unreadable, { problem: e.facts[:problem] || :mixed_terms }]]
        end

        private

        # The fault of a condition whose particulars some of the classes lack, nil where all have them.
        def astray
          lacking = @classes.transform_values { |types| @condition.names - types.keys }
            .reject { |_, names| names.empty? }
          if lacking.size == @classes.size && @condition.names.any?
            return [[:never_matches, { names: @condition.names.join(", ") }]]
          end

          code, names = lacking.first
          [[:particular_missing, { names: names.join(", "), code: code }]] if code
        end

        def types
          @classes.each_value.all? { |types| @condition.type(types) == :yes_no } ? [] : [[:condition_no_yes, {}]]
        end

        # A unit that is written after a number has to be that of a particular; days are what two dates lie apart.
        def unknown_units
          unknown = @classes.keys.flat_map do |code|
            @condition.units - Condition::DAYS - @units.fetch(code, {}).values_at(*@condition.names)
          end
          unknown.uniq.map { |unit| [:unit_unknown, { unit: unit }] }
        end

        def possible = @classes.each_value.all? { |types| never?(types) } ? [[:never_true, {}]] : []

        def never?(types)
          cases = @condition.cases(types)
          tried = cases.plain? ? Condition.each_case(cases.to_h) : []
          tried.any? && tried.none? { |one| @condition.true_for?(one) }
        end
      end
    end
  end
end
