# frozen_string_literal: true

require "bigdecimal"
require "date"

module JustSeal
  module Core
    module Fields
      # Values of fields: read from what somebody typed, given to formulas, and written for people. They are kept as
      # text, as particulars are.
      module Reading
        MOST_LINES_CHARACTERS = 4000
        CURRENCY = /\A[A-Z]{3}\z/
        TYPES = {
          "text" => :text,
          "choice" => :text,
          "list" => :text,
          "choices" => :text,
          "contact" => :text,
          "datetime" => :text,
          "number" => :number,
          "money" => :number,
          "date" => :date,
          "yes_no" => :yes_no
        }.freeze
        ROUNDINGS = {
          "half_up" => ["to the nearest, halves up", BigDecimal::ROUND_HALF_UP],
          "half_even" => ["to the nearest, halves to the even digit", BigDecimal::ROUND_HALF_EVEN],
          "up" => ["up", BigDecimal::ROUND_UP],
          "down" => ["down", BigDecimal::ROUND_DOWN]
        }.freeze

        module_function

        # [sentence or nil, kept text or nil] of what was +given+ (text) for the field of +spot+; +options+: what can be
        # chosen.
        def read(spot, given, options: spot["options"])
          problem, value = Filing::Particulars.one(item(spot, options), given)
          problem ||= out_of_bounds(spot, value) if value
          problem ? [problem, nil] : [nil, value]
        end

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
            "most_characters" => (MOST_LINES_CHARACTERS if spot.kind == "text_lines")
          }.compact
        end

        def unit(spot) = spot.setting("unit").empty? ? nil : spot.setting("unit")

        def out_of_bounds(spot, value)
          return unless %w[number money].include?(spot.kind)

          number = BigDecimal(value)
          least, most = %w[least most].map { |bound| spot.setting(bound) }
          if !least.empty? && number < BigDecimal(least)
            Problem.new(:number_too_small, field: spot.title, least: shown(spot, least))
          elsif !most.empty? && number > BigDecimal(most)
            Problem.new(:number_too_large, field: spot.title, most: shown(spot, most))
          end
        end

        # A kept value of +type+ (as Particulars::TYPES) as formulas take it.
        def formal(type, value)
          case TYPES.fetch(type)
          when :number then BigDecimal(value)
          when :date then Date.iso8601(value)
          when :yes_no then value == "yes"
          else Filing::Particulars.text(value)
          end
        end

        # What a formula takes for a field or particular of +type+ that has no value; nil where there is nothing to
        # take.
        def nothing(type) = { number: BigDecimal("0"), text: "", yes_no: false }[TYPES.fetch(type)]

        # A kept value as it is written on the page.
        def shown(spot, value)
          return "" if value.nil? || spot.box?

          Filing::Shown.value(item(spot), value, month: "%B")
        end

        # What a formula yielded for a computed field, as it is written on the page.
        def computed(spot, value)
          case value
          when BigDecimal then amount(spot, rounded(spot, value))
          when Date then value.strftime("%-d %B %Y")
          when true then "yes"
          when false then "no"
          else value.to_s
          end
        end

        def rounded(spot, value)
          _, mode = ROUNDINGS.fetch(spot.setting("rounding"), ROUNDINGS.fetch("half_up"))
          value.round((spot["decimals"] || 2).to_i, mode)
        end

        def amount(spot, number)
          text = number.to_s("F").delete_suffix(".0")
          places = (spot["decimals"] || 2).to_i
          text = format("%.#{places}f", number) if places.positive?
          unit = unit(spot)
          return Filing::Shown.amount(text, unit) if unit&.match?(CURRENCY)

          [Filing::Shown.amount(text), unit].compact.join(" ")
        end
      end
    end
  end
end
