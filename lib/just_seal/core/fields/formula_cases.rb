# frozen_string_literal: true

require "bigdecimal"
require "dentaku"

module JustSeal
  module Core
    module Fields
      # Values for which a condition may come out differently: around every constant that a name is compared with.
      # Trying all of them shows whether the condition can come true, as long
      # as it only compares names with constants.
      class FormulaCases
        AST = Dentaku::AST
        TEXTS = ["", "something else"].freeze

        # +tree+: Dentaku's; +types+: {name => :number, :text, :date or :yes_no}.
        def initialize(tree, types)
          @types = types
          @constants = Hash.new { |all, name| all[name] = [] }
          @plain = true
          walk(tree)
        end

        # Does it compare nothing but names with constants, so that the cases leave nothing out?
        def plain? = @plain

        # {name => [value, ...]}
        def to_h = @types.to_h { |name, type| [name, values(type, @constants[name].uniq)] }

        private

        def walk(node)
          case node
          when AST::Grouping then walk(node.instance_variable_get(:@node))
          when AST::Combinator then [node.left, node.right].each { |side| walk(side) }
          when AST::Comparator then compare(
            node.left,
            node.right
          ) || compare(node.right, node.left) || @plain &&= node.dependencies.empty?
          when AST::Identifier, AST::Logical then nil
          else node.class.name.match?(/\bnot\z/i) ? node.args.each { |part| walk(part) } : @plain = false
          end
        end

        def compare(name, constant)
          return false unless name.is_a?(AST::Identifier) && constant.dependencies.empty?

          @constants[name.identifier.to_s] << constant.value
        end

        def values(type, constants)
          case type
          when :number then around(constants.grep(Numeric).map { |one| BigDecimal(one.to_s) }, 1, BigDecimal("0"))
          when :date then around(
            constants.select do |one|
              one.respond_to?(:to_date)
            end.map(&:to_date),
            1,
            Date.new(2000, 1, 1)
          )
          when :text then TEXTS | constants.grep(String)
          when :yes_no then [true, false]
          end
        end

        # On, beside and between the constants that are of the type at all: a class may have changed since the condition
        # was written.
        def around(constants, step, usual)
          sorted = constants.sort
          between = sorted.each_cons(2).map { |one, two| one + ((two - one) / 2) }
          [*sorted.flat_map { |one| [one - step, one, one + step] }, *between].push(usual).uniq
        end
      end
    end
  end
end
