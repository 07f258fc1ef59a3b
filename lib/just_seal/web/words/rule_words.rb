# frozen_string_literal: true

module JustSeal
  module Web
    # What pages say of the rules of a rulebook.
    module RuleWords
      # A problem of the form as a sentence.
      def rule_problem(problem)
        return problem unless problem.is_a?(Core::Assurance::RulebookReview::Fault)

        I18n.t("rulebook_faults.#{problem.reason}", **Words.facts(problem.facts.transform_keys(&:to_sym)))
      end

      # What a rule is about.
      def rule_condition(rule)
        classes, acts, kinds = %w[classes acts kinds].map { |key| rule[key].to_a }
        [
          classes.any? ? I18n.t("rules_told.of_class", codes: list(classes)) : I18n.t("rules_told.every_class"),
          (list(acts.map { |act| I18n.t("acts.#{act}") }) if acts.any?),
          (I18n.t("rules_told.kinds.#{kinds.first}") if kinds.size == 1),
          *rule_narrowed(rule["roles"].to_a, rule["when"].to_s)
        ].compact.join(", ")
      end

      # What it demands.
      def rule_demand(rule)
        told = {
          level: ({ level: rule["floor"] } if rule["floor"]),
          only_by: methods_of(rule, "allowed"),
          not_by: methods_of(rule, "forbidden"),
          fresh: ({ minutes: counted("minute", rule["fresh_minutes"]) } if rule["fresh_minutes"]),
          prove_first: ({} if rule["prove_first"]),
          no_passing_on: ({} if rule["no_passing_on"]),
          no_deputies: ({} if rule["no_deputies"]),
          no_paper: ({} if rule["no_paper"]),
          location: ({ location: I18n.t("rules_told.locations.#{rule["location"]}") } if asks_location?(rule))
        }
        told.compact.map { |key, facts| I18n.t("rules_told.demands.#{key}", **facts) }.join("; ")
      end

      private

      def rule_narrowed(roles, condition)
        [
          (I18n.t("rules_told.of_role", roles: list(roles)) if roles.any?),
          (I18n.t("rules_told.where", condition: condition) unless condition.empty?)
        ]
      end

      def asks_location?(rule) = !["no", nil].include?(rule["location"])

      def methods_of(rule, key)
        methods = rule[key].to_a
        { methods: list(methods.map { |method| I18n.t("methods.#{method}") }) } if methods.any?
      end
    end
  end
end
