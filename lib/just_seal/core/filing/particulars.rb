# frozen_string_literal: true

require "bigdecimal"
require "date"

module JustSeal
  module Core
    module Filing
      # A record's structured values, typed by its class.
      #
      # A definition is a list of {"name" =>, "label" =>, "type" =>, "required" =>, "help" =>, "unit" =>}; values are kept as text,
      # numbers as plain decimals, dates as ISO 8601.
      module Particulars
        TYPES = %w[text number money date list].freeze
        MOST_CHARACTERS = 500
        NUMBER = /\A-?\d{1,15}(\.\d{1,6})?\z/

        # +values+: {name => value fit to keep}; +problems+: {name => sentence}
        Result = Value.of(:values, :problems) do
          def valid? = problems.empty?
        end

        module_function

        # Reads what was +given+ ({name => text}) by +definition+. All problems are collected.
        def read(definition, given)
          values, problems = {}, {}
          definition.each do |item|
            name = item.fetch("name")
            text = given.fetch(name, "").to_s.strip.unicode_normalize(:nfc)
            problem, value = text.empty? ? [missing(item), nil] : cast(item, text)
            problem ? problems[name] = problem : values[name] = value
          end
          Result.new(values: values.compact, problems: problems)
        end

        # [problem, value]
        def cast(item, text)
          return ["#{item.fetch('label')} is longer than #{MOST_CHARACTERS} characters. Shorten it."] if text.length > MOST_CHARACTERS

          case item.fetch("type")
          when "number", "money" then number(item, text)
          when "date" then date(item, text)
          when "list" then [nil, text.split(/\s*[,;]\s*/).reject(&:empty?)]
          else [nil, text]
          end
        end

        def number(item, text)
          plain = text.delete("  ").then { |compact| compact.match?(/\A-?\d{1,3}(,\d{3})+(\.\d+)?\z/) ? compact.delete(",") : compact }
          return ["#{item.fetch('label')} is not a number: write it like 18400.00."] unless plain.match?(NUMBER)

          [nil, BigDecimal(plain).to_s("F").sub(/\.0\z/, "")]
        end

        def date(item, text)
          [nil, Date.strptime(text, "%Y-%m-%d").iso8601]
        rescue Date::Error
          ["#{item.fetch('label')} is not a date that exists: write it as year-month-day, like 2027-01-31."]
        end

        def missing(item) = item["required"] ? "#{item.fetch('label')} is missing. Fill it in." : nil
      end
    end
  end
end
