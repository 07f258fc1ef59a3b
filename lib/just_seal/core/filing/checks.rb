# frozen_string_literal: true

require "bigdecimal"

module JustSeal
  module Core
    module Filing
      # Checks across particulars, each {"left" => name, "operator" => key of OPERATORS, "right" => name}. A check of
      # a value that is not there says nothing: whether it must be there is the item's own business.
      module Checks
        OPERATORS = {
          "after" => ["is after", ->(left, right) { left > right }],
          "not_before" => [
            "is not before",
            lambda { |left, right|
              left >= right
            }
          ],
          "greater" => [
            "is greater than",
            lambda { |left, right|
              left > right
            }
          ],
          "not_less" => [
            "is not less than",
            lambda { |left, right|
              left >= right
            }
          ],
          "same" => [
            "is the same as",
            lambda { |left, right|
              left == right
            }
          ],
          "other" => [
            "is not the same as",
            lambda { |left, right|
              left != right
            }
          ]
        }.freeze

        module_function

        # {name of the left particular => sentence}; +values+: as Particulars keeps them; +labels+: {name => label}.
        def problems(checks, values, labels:)
          checks.each_with_object({}) do |check, found|
            left, right = check.values_at("left", "right")
            words, test = OPERATORS.fetch(check.fetch("operator"))
            next if values[left].nil? || values[right].nil? || test.call(
              comparable(values[left]),
              comparable(values[right])
            )

            found[left] =
              "#{labels[left]} is not as it should be: it #{words} #{labels[right]&.downcase}. Look at both."
          end
        end

        # In words, as a page shows it.
        def sentence(check, labels)
          "#{labels[check["left"]]} #{OPERATORS.fetch(check["operator"]).first} #{labels[check["right"]]&.downcase}"
        end

        # Numbers compare as numbers; dates and times in ISO 8601 compare as text.
        def comparable(value)
          value.is_a?(String) && value.match?(Particulars::NUMBER) ? BigDecimal(value) : Particulars.text(value)
        end
      end
    end
  end
end
