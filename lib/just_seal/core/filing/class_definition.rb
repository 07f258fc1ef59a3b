# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # What a record class may look like.
      module ClassDefinition
        CODE = /\A[A-Z]{2,4}\z/
        NAME = /\A[a-z][a-z0-9_]{0,39}\z/
        MAX_ITEMS = 60
        # Names that rules use for other things.
        TAKEN = %w[class number title year counter docket_number case_file].freeze

        module_function

        # {place => sentence} for a class {"code", "title", "particulars", "checks", "naming_rule", "filing_rule"};
        # empty when it can be used.
        def problems(definition)
          items = definition.fetch("particulars")
          found = items.each_with_index.with_object({}) do |(item, index), all|
            all.merge!(item_problems(item, index, items))
          end
          found["code"] = :code_of_class unless definition.fetch("code").match?(CODE)
          found["title"] = :title_of_class_missing if definition.fetch("title").strip.empty?
          found["particulars"] = Problem.new(:too_many_particulars, limit: MAX_ITEMS) if items.size > MAX_ITEMS
          found.merge(
            check_problems(definition),
            rule_problems(definition),
            paper_problems(definition),
            Parties.problems(definition.fetch("default_parties", []), items)
          )
        end

        def item_problems(item, index, items)
          name = item.fetch("name").to_s
          problem = name_problem(name, items) || label_problem(item) || type_problem(item)
          problem ? { "particulars.#{index}" => problem } : {}
        end

        def name_problem(name, items)
          return Problem.new(:not_a_machine_name, name: name) unless name.match?(NAME)
          return Problem.new(:reserved_name, name: name) if TAKEN.include?(name)

          Problem.new(:name_twice, name: name) if items.count { |item| item["name"] == name } > 1
        end

        def label_problem(item)
          item.fetch("label").to_s.strip.empty? ? Problem.new(:label_missing, name: item["name"]) : nil
        end

        def type_problem(item)
          known = Types::ALL.key?(item.fetch("type"))
          return Problem.new(:type_unknown, name: item["name"]) unless known
          if Types.of(item).options? && Array(item["options"]).uniq.size < 2
            return Problem.new(:options_missing, name: item["name"])
          end
          return Problem.new(:pattern_unusable, name: item["name"]) unless pattern_fine?(item)

          default_problem(item)
        end

        def pattern_fine?(item)
          item["pattern"].to_s.empty? || (item["type"] == "text" && Pattern.valid?(item["pattern"]))
        end

        def default_problem(item)
          return if item["default"].to_s.empty?
          return Problem.new(:no_default_for_contacts, name: item["name"]) if Types.of(item).contact?

          problem, = Particulars.one(item, item["default"])
          problem && Problem.new(:default_unfit, name: item["name"], problem: problem)
        end

        def check_problems(definition)
          names = definition.fetch("particulars").map { |item| item["name"] }
          definition.fetch("checks", []).each_with_index.with_object({}) do |(check, index), found|
            strange = check.values_at("left", "right") - names
            found["checks.#{index}"] = Problem.new(:check_of_unknown, names: strange) unless strange.empty?
            found["checks.#{index}"] = :check_operator_unknown unless Checks::OPERATORS.key?(check["operator"])
          end
        end

        # Where papers lie is written into a text.
        def paper_problems(definition)
          place = definition.fetch("paper", {})["place"] or return {}
          item = definition.fetch("particulars").find { |one| one["name"] == place }
          item && item["type"] == "text" ? {} : { "paper_place" => Problem.new(:no_text_particular, name: place) }
        end

        def rule_problems(definition)
          names = definition.fetch("particulars").to_h { |item| item.values_at("name", "type") }
          %w[naming_rule filing_rule].each_with_object({}) do |key, found|
            rule = definition[key].to_s
            problem = Naming.problem(rule, names) unless rule.empty?
            found[key] = problem if problem
          end
        end
      end
    end
  end
end
