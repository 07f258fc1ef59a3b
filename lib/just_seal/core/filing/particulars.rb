# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # A record's structured values, typed by its class.
      #
      # A definition is a list of items {"name" =>, "label" =>, "type" =>, "required" =>, "help" =>, "default" =>}
      # with, by type, "pattern" (text), "unit" and "decimals" (number, money: the currency), "options" (choice,
      # choices). Values are kept as text: numbers as plain decimals, dates and times as ISO 8601, yes and no as "yes"
      # and "no"; choices and lists as lists of text. A person or an organisation from the contacts is kept as {"id"
      # =>, "name" =>, "email" =>, "organisation" =>}, as it was then.
      module Particulars
        MAX_CHARACTERS = 500
        NUMBER = /\A-?\d{1,15}(\.\d{1,6})?\z/

        # +values+: {name => value fit to keep}; +problems+: {name => sentence}
        Result = Value.of(:values, :problems) do
          def valid? = problems.empty?
        end

        module_function

        # Reads what was +given+ ({name => text, or list of text}) by +definition+, and applies +checks+ (see Checks)
        # across the values.
        # +contacts+: callable that finds a contact by a line of text, nil for none. All problems are collected.
        def read(definition, given, checks: [], contacts: ->(_line) {})
          values = {}
          problems = {}
          definition.each do |item|
            problem, value = one(item, given[item.fetch("name")], contacts)
            problem ? problems[item.fetch("name")] = problem : values[item.fetch("name")] = value
          end
          crossed = Checks.problems(checks, values, labels: definition.to_h { |item| item.values_at("name", "label") })
          Result.new(values: values.compact, problems: crossed.merge(problems))
        end

        # [problem, value] of one item.
        def one(item, given, contacts = ->(_line) {})
          texts = Array(given.is_a?(Hash) ? text(given) : given).map do |text|
            text.to_s.strip.unicode_normalize(:nfc)
          end.reject(&:empty?)
          return [missing(item)] if texts.empty?

          limit = item.fetch("most_characters", MAX_CHARACTERS)
          if texts.sum(&:length) > limit
            return [Problem.new(:particular_too_long, label: item.fetch("label"), limit: limit)]
          end

          Types.of(item).read(item, texts, contacts)
        end

        # A kept value as one line of text.
        def text(value)
          case value
          when Hash then value["email"].to_s.empty? ? value["name"].to_s : "#{value["name"]} <#{value["email"]}>"
          when Array then value.join(", ")
          else value.to_s
          end
        end

        def missing(item) = item["required"] ? Problem.new(:missing_value, label: item.fetch("label")) : nil
      end
    end
  end
end
