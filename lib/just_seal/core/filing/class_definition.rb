# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # What a record class may look like.
      module ClassDefinition
        CODE = /\A[A-Z]{2,4}\z/
        NAME = /\A[a-z][a-z0-9_]{0,39}\z/
        MOST_ITEMS = 60
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
          found["code"] = "The code is two to four capital letters." unless definition.fetch("code").match?(CODE)
          if definition.fetch("title").strip.empty?
            found["title"] =
              "The title is missing. Say which records belong here."
          end
          found["particulars"] = "A class has at most #{MOST_ITEMS} particulars." if items.size > MOST_ITEMS
          found.merge(
            check_problems(definition),
            rule_problems(definition),
            Parties.problems(definition.fetch("default_parties", []), items)
          )
        end

        def item_problems(item, index, items)
          name = item.fetch("name").to_s
          problem = name_problem(name, items) || label_problem(item) || type_problem(item)
          problem ? { "particulars.#{index}" => problem } : {}
        end

        def name_problem(name, items)
          unless name.match?(NAME)
            return "“#{name}” is no machine name: begin with a small letter, then small letters, digits and " \
                   "underscores."
          end
          return "“#{name}” has a meaning of its own in rules. Choose another machine name." if TAKEN.include?(name)

          "“#{name}” is there twice. Machine names differ." if items.count { |item| item["name"] == name } > 1
        end

        def label_problem(item) = item.fetch("label").to_s.strip.empty? ? "“#{item["name"]}” has no label." : nil

        def type_problem(item)
          known = Particulars::TYPES.key?(item.fetch("type"))
          return "“#{item["name"]}” has a type that is not known." unless known
          if item["type"].start_with?("choice") && Array(item["options"]).uniq.size < 2
            return "“#{item["name"]}” needs options to choose among, at least two."
          end
          unless pattern_fine?(item)
            return "The pattern of “#{item["name"]}” can't be used: plain characters, \\d, [classes], and " \
                   "repetitions like {3}."
          end

          default_problem(item)
        end

        def pattern_fine?(item)
          item["pattern"].to_s.empty? || (item["type"] == "text" && Pattern.valid?(item["pattern"]))
        end

        def default_problem(item)
          return if item["default"].to_s.empty?
          return "“#{item["name"]}” is from the contacts, which have no default." if item["type"] == "contact"

          problem, = Particulars.one(item, item["default"])
          problem && "The default of “#{item["name"]}” does not fit: #{problem}"
        end

        def check_problems(definition)
          names = definition.fetch("particulars").map { |item| item["name"] }
          definition.fetch("checks", []).each_with_index.with_object({}) do |(check, index), found|
            strange = check.values_at("left", "right") - names
            unless strange.empty?
              found["checks.#{index}"] =
                "The check speaks of #{strange.join(" and ")}, which the class does not have."
            end
            unless Checks::OPERATORS.key?(check["operator"])
              found["checks.#{index}"] = "The check compares in a way that is not known."
            end
          end
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
