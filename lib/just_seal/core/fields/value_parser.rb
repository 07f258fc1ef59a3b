# frozen_string_literal: true

require "bigdecimal"
require "date"

module JustSeal
  module Core
    module Fields
      # Values of fields: read from what somebody typed, given to formulas, and written for people. They are kept as
      # text, as particulars are. +notation+: see Filing::ParticularType#shown.
      module ValueParser
        CURRENCY = /\A[A-Z]{3}\z/
        ROUNDINGS = {
          "half_up" => BigDecimal::ROUND_HALF_UP,
          "half_even" => BigDecimal::ROUND_HALF_EVEN,
          "up" => BigDecimal::ROUND_UP,
          "down" => BigDecimal::ROUND_DOWN
        }.freeze

        module_function

        # :text, :number, :date or :yes_no of a type of particulars; nil for none.
        def formal_type(type) = Filing::Types::ALL[type]&.formal

        # The field as an item of particulars.
        def item(spot, options = spot["options"])
          {
            "name" => spot.slot,
            "label" => spot.title,
            "type" => spot.of_kind.type,
            "options" => Array(options),
            "pattern" => spot.setting("pattern"),
            "unit" => unit(spot),
            "decimals" => spot["decimals"],
            "help" => spot.setting("help"),
            "most_characters" => spot.of_kind.most_characters
          }.compact
        end

        def unit(spot) = spot.setting("unit").empty? ? nil : spot.setting("unit")

        # A kept value of +type+ (as Filing::Types) as formulas take it.
        def formal(type, value)
          case formal_type(type)
          when :number then BigDecimal(value)
          when :date then Date.iso8601(value)
          when :yes_no then value == "yes"
          else Filing::Particulars.text(value)
          end
        end

        # What a formula takes for a field or particular of +type+ that has no value; nil where there is nothing to
        # take.
        def nothing(type) = { number: BigDecimal("0"), text: "", yes_no: false }[formal_type(type)]

        # What a formula yielded for a computed field, as it is written on the page.
        def computed(spot, value, notation)
          case value
          when BigDecimal then amount(spot, rounded(spot, value), notation)
          when Date then notation.day(value)
          when true, false then notation.yes_no(value)
          else value.to_s
          end
        end

        def rounded(spot, value)
          mode = ROUNDINGS.fetch(spot.setting("rounding"), ROUNDINGS.fetch("half_up"))
          value.round((spot["decimals"] || 2).to_i, mode)
        end

        def amount(spot, number, notation)
          text = number.to_s("F").delete_suffix(".0")
          places = (spot["decimals"] || 2).to_i
          text = format("%.#{places}f", number) if places.positive?
          unit = unit(spot)
          unit&.match?(CURRENCY) ? notation.money(text, unit) : notation.measure(text, unit)
        end
      end
    end
  end
end
