# frozen_string_literal: true

require "dentaku"

module JustSeal
  module Core
    module Fields
      # Which type a formula yields, found without computing it: :number, :text, :date or :yes_no; and the mistakes that
      # can be told by types alone.
      class FormulaTypes
        AST = Dentaku::AST
        LITERALS = { numeric: :number, string: :text, logical: :yes_no, datetime: :date }.freeze
        NUMBERS = %w[round roundup rounddown min max sum avg abs].freeze

        # +tree+: Dentaku's; +types+: {name => type}. Raises Refused :wrong_type.
        def initialize(tree, types)
          @types = types
          @divisors = []
          @type = of(tree)
        end

        # +divisors+: names that the formula divides by.
        attr_reader :type, :divisors

        private

        def of(node)
          case node
          when AST::Identifier then @types.fetch(node.identifier.to_s)
          when AST::Grouping then of(node.instance_variable_get(:@node))
          when AST::Literal then LITERALS.fetch(node.type) { wrong }
          when AST::Negation then want(:number, node.node)
          when AST::Comparator then comparison(node)
          when AST::Combinator then all(:yes_no, [node.left, node.right])
          when AST::Arithmetic then arithmetic(node)
          when AST::If then choice(node)
          when AST::Function then function(node)
          else wrong
          end
        end

        def comparison(node)
          left, right = [node.left, node.right].map { |side| of(side) }
          equality = [AST::Equal, AST::NotEqual].any? { |kind| node.is_a?(kind) }
          wrong unless left == right && (equality || %i[number date].include?(left))
          :yes_no
        end

        # Days between two dates are a number, and a date and a number of days are a date.
        def arithmetic(node)
          divides_by(node.right) if node.is_a?(AST::Division)
          sides = [node.left, node.right].map { |side| of(side) }
          return :number if sides == %i[number number] || (node.is_a?(AST::Subtraction) && sides == %i[date date])
          return :date if [AST::Addition, AST::Subtraction].include?(node.class) && sides == %i[date number]

          wrong
        end

        def divides_by(node)
          node = node.instance_variable_get(:@node) while node.is_a?(AST::Grouping)
          @divisors << node.identifier.to_s if node.is_a?(AST::Identifier)
        end

        def choice(node)
          want(:yes_no, node.predicate)
          left, right = [node.left, node.right].map { |side| of(side) }
          left == right ? left : wrong
        end

        def function(node)
          name = node.class.name[/\w+\z/].downcase
          return all(:number, node.args) if NUMBERS.include?(name)
          return all(:text, node.args) if name == "concat"

          all(:yes_no, node.args)
        end

        def all(type, nodes) = nodes.map { |node| want(type, node) }.last || wrong
        def want(type, node) = of(node) == type ? type : wrong
        def wrong = raise(Refused, :wrong_type)
      end
    end
  end
end
