# frozen_string_literal: true

require "bigdecimal"
require "date"
require "dentaku"

module JustSeal
  module Core
    module Fields
      # A formula or condition over the names of fields and particulars, such as "dues * months / 12" or "vessel_length
      # > 120 and pilot = 'no'". Names are small letters,
      # digits and underscores. Numbers are decimals throughout.
      class Formula
        MAX_CHARACTERS = 500
        MAX_TOKENS = 120
        CATEGORIES = %i[numeric string logical operator grouping comparator combinator function identifier].freeze
        # Powers and remainders are left out: a power of a power can keep a machine busy for hours.
        OPERATORS = %i[add subtract multiply divide negate].freeze
        FUNCTIONS = %i[if and or not round roundup rounddown min max sum avg abs concat].freeze
        FAULTS = [
          Dentaku::Error,
          Dentaku::ArgumentError,
          ::ArgumentError,
          ::TypeError,
          ::NoMethodError,
          ::FloatDomainError
        ].freeze

        # +text+: as somebody typed it. Raises Refused :formula_unreadable with the fact +problem+, a sentence.
        def initialize(text)
          @text = text.to_s.strip
          refuse(:formula_empty) if @text.empty?
          refuse(Problem.new(:formula_too_long, limit: MAX_CHARACTERS)) if @text.length > MAX_CHARACTERS
          check_tokens
          @tree = calculator.ast(@text)
        rescue *FAULTS
          refuse(:formula_unclear)
        end

        # The names that it speaks of.
        def names = @tree.dependencies.map(&:to_s).uniq

        # The texts in quotation marks that it compares with.
        def quoted = tokens.select { |token| token.category == :string }.map(&:value)

        # FormulaTypes for names of +types+ ({name => type}). Raises Refused :wrong_type.
        def types(types) = FormulaTypes.new(@tree, types)

        # FormulaCases for names of +types+ ({name => :number, :text, :date or :yes_no}).
        def cases(types) = FormulaCases.new(@tree, types)

        # Its value for +values+ ({name => BigDecimal, String, Date, true or false}): one of those. Raises Refused
        # :division_by_zero, or :wrong_type.
        def value(values)
          plain(calculator.evaluate!(@text, values))
        rescue Dentaku::ZeroDivisionError, ::ZeroDivisionError
          raise Refused, :division_by_zero
        rescue *FAULTS
          raise Refused, :wrong_type
        end

        private

        def calculator = @calculator ||= Dentaku::Calculator.new(nested_data_support: false)

        def tokens
          @tokens ||= calculator.tokenizer.tokenize(
            @text,
            case_sensitive: false,
            function_registry: Dentaku::AST::FunctionRegistry.default,
            aliases: {},
            raw_date_literals: true
          )
        end

        def check_tokens
          refuse(:formula_too_complex) if tokens.size > MAX_TOKENS
          tokens.each do |token|
            fine = CATEGORIES.include?(token.category) &&
              (token.category != :operator || OPERATORS.include?(token.value)) &&

              (token.category != :function || FUNCTIONS.include?(token.value.to_sym))
            next if fine

            refuse(
              Problem.new(:formula_word, word: token.raw_value, functions: FUNCTIONS)
            )
          end
        end

        def plain(value)
          case value
          when Integer, Rational, Float then BigDecimal(value.to_r, 20)
          when BigDecimal, String, true, false, Date then value
          else raise Refused, :wrong_type
          end
        end

        def refuse(problem) = raise(Refused.new(:formula_unreadable, problem: problem))
      end
    end
  end
end
