# frozen_string_literal: true

require "bigdecimal"

module JustSeal
  module Core
    module Filing
      module Types
        # A number, kept as a plain decimal.
        class Number < ParticularType
          id :number
          formal :number
          filter :range

          MAX_DECIMALS = 6
          GROUPED = /\A-?\d{1,3}(,\d{3})+(\.\d+)?\z/
          # It may be thousands, or decimals.
          AMBIGUOUS = /\A(-?\d{1,3}),(\d{3})\z/
          SPACES = " \u00A0\u202F"

          def read(item, texts, _contacts)
            plain = texts.first.delete(SPACES)
            whole, part = plain.match(AMBIGUOUS)&.captures
            return problem(:particular_ambiguous, item, whole: whole, part: part) if whole

            plain = plain.delete(",") if plain.match?(GROUPED)
            return problem(:particular_no_number, item) unless plain.match?(Particulars::NUMBER)

            number = BigDecimal(plain)
            places = item.fetch("decimals", most_decimals).to_i
            return problem(:particular_decimals, item, decimals: places) unless number.round(places) == number

            [nil, number.to_s("F").delete_suffix(".0")]
          end

          def shown(item, value, notation) = notation.measure(value, item["unit"])

          private

          def most_decimals = MAX_DECIMALS
        end
      end
    end
  end
end
