# frozen_string_literal: true

require "bigdecimal"

module JustSeal
  module Core
    module Filing
      # Checks across particulars, each {"left" => name, "operator" => key of OPERATORS, "right" => name}. A check of
      # a value that is not there says nothing: whether it must be there is the item's own business.
      module Checks
        OPERATORS = {
          "after" => ->(left, right) { left > right },
          "not_before" => ->(left, right) { left >= right },
          "greater" => ->(left, right) { left > right },
          "not_less" => ->(left, right) { left >= right },
          "same" => ->(left, right) { left == right },
          "other" => ->(left, right) { left != right }
        }.freeze

        module_function

        # {name of the left particular => Problem}; +values+: as Particulars keeps them; +labels+: {name => label}.
        def problems(checks, values, labels:)
          failing = checks.reject { |check| holds?(check, *values.values_at(check["left"], check["right"])) }
          failing.to_h do |check|
            left, right = labels.values_at(check["left"], check["right"])
            [check["left"], Problem.new(:check_fails, label: left, operator: check["operator"], other: right&.downcase)]
          end
        end

        def holds?(check, left, right)
          return true if left.nil? || right.nil?

          OPERATORS.fetch(check.fetch("operator")).call(comparable(left), comparable(right))
        end

        # Numbers compare as numbers; dates and times in ISO 8601 compare as text.
        def comparable(value)
          value.is_a?(String) && value.match?(Particulars::NUMBER) ? BigDecimal(value) : Particulars.text(value)
        end
      end
    end
  end
end
