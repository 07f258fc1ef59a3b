# frozen_string_literal: true

require "bigdecimal"
require "date"
require "time"

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
        TYPES = {
          "text" => "Text",
          "number" => "Number",
          "money" => "Money",
          "date" => "Date",
          "datetime" => "Date and time",
          "yes_no" => "Yes or no",
          "choice" => "One of several",
          "choices" => "Several of several",
          "list" => "List of texts",
          "contact" => "Person or organisation"
        }.freeze
        MOST_CHARACTERS = 500
        MOST_DECIMALS = 6
        NUMBER = /\A-?\d{1,15}(\.\d{1,6})?\z/
        GROUPED = /\A-?\d{1,3}(,\d{3})+(\.\d+)?\z/

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

          most = item.fetch("most_characters", MOST_CHARACTERS)
          if texts.sum(&:length) > most
            return [
              Problem.new(
                :particular_too_long,
                label: item.fetch("label"),
                limit: most
              )
            ]
          end

          if item["type"] == "contact"
            read_contact(
              item,
              texts.first,
              contacts
            )
          else
            send(:"read_#{item.fetch("type")}", item, texts)
          end
        end

        # A kept value as one line of text.
        def text(value)
          case value
          when Hash then value["email"].to_s.empty? ? value["name"].to_s : "#{value["name"]} <#{value["email"]}>"
          when Array then value.join(", ")
          else value.to_s
          end
        end

        def read_contact(item, line, contacts)
          found = contacts.call(line)
          if found
            [
              nil,
              found.slice(
                "id",
                "name",
                "email",
                "organisation"
              )
            ]
          else
            [
              Problem.new(:particular_no_contact, label: item.fetch("label"), line: line)
            ]
          end
        end

        def read_text(item, texts)
          pattern = item["pattern"].to_s
          return [nil, texts.first] if pattern.empty? || Pattern.compile(pattern).match?(texts.first)

          [Problem.new(:particular_form, label: item.fetch("label"), help: item["help"].to_s)]
        end

        def read_number(item, texts)
          plain = texts.first.delete("   ")
          plain = plain.delete(",") if plain.match?(GROUPED)
          return [Problem.new(:particular_no_number, label: item.fetch("label"))] unless plain.match?(NUMBER)

          number = BigDecimal(plain)
          decimals = item.fetch("decimals", MOST_DECIMALS).to_i
          unless number.round(decimals) == number
            return [Problem.new(:particular_decimals, label: item.fetch("label"), decimals: decimals)]
          end

          [nil, number.to_s("F").delete_suffix(".0")]
        end

        def read_money(item, texts) = read_number({ "decimals" => 2 }.merge(item.compact), texts)

        def read_date(item, texts)
          [nil, Date.strptime(texts.first, "%Y-%m-%d").iso8601]
        rescue Date::Error
          [Problem.new(:particular_no_date, label: item.fetch("label"))]
        end

        def read_datetime(item, texts)
          [nil, DateTime.strptime(texts.first, "%Y-%m-%dT%H:%M").strftime("%Y-%m-%dT%H:%M")]
        rescue Date::Error
          [Problem.new(:particular_no_time, label: item.fetch("label"))]
        end

        def read_yes_no(item, texts)
          if %w[
            yes
            no
          ].include?(texts.first)
            [
              nil,
              texts.first
            ]
          else
            [Problem.new(:particular_yes_or_no, label: item.fetch("label"))]
          end
        end

        def read_choice(item, texts)
          if item.fetch("options").include?(texts.first)
            [
              nil,
              texts.first
            ]
          else
            [Problem.new(:particular_one_of, label: item.fetch("label"), options: item.fetch("options"))]
          end
        end

        def read_choices(item, texts)
          strange = texts - item.fetch("options")
          if strange.empty?
            [
              nil,
              texts.uniq
            ]
          else
            [
              Problem.new(
                :particular_among,
                label: item.fetch("label"),
                strange: strange,
                options: item.fetch("options")
              )
            ]
          end
        end

        def read_list(_item, texts) = [nil, texts.flat_map { |text| text.split(/\s*[,;\n]\s*/) }.reject(&:empty?)]
        def missing(item) = item["required"] ? Problem.new(:missing_value, label: item.fetch("label")) : nil
      end
    end
  end
end
