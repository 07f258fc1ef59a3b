# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # What is wrong with a rulebook, told when it is saved.
      class RulebookReview
        # +rule+: index, nil for the whole; +reason+: symbol; +facts+: values for the wording.
        Fault = Value.of(:rule, :reason, :facts)
        MAX_RULES = 200
        MAX_TITLE = 200
        MAX_ROLE = 100
        MAX_SAID = 50
        SAID_CHARACTERS = (1..200)

        # +definition+: as of Rulebook; +classes+: {code => {particular's name => type}}; +units+: {code =>
        # {particular's name => unit or nil}}. Returns [Fault, ...].
        def self.call(...) = new(...).faults

        def initialize(definition, classes:, units: {})
          @rules = definition.fetch("rules", [])
          @sign_on = definition.fetch("sign_on", [])
          @classes = classes
          @units = units
        end

        def faults
          return [fault(nil, :no_rules)] if @rules.empty?
          return [fault(nil, :too_many, most: MAX_RULES)] if @rules.size > MAX_RULES
          return [fault(nil, :sign_on_unclear)] unless sign_on_clear?

          single = @rules.each_with_index.flat_map { |rule, index| of_rule(rule, index) }
          single.empty? ? together : single
        end

        private

        def sign_on_clear?
          @sign_on.size <= MAX_SAID && @sign_on.all? do |one|
            Rulebook::CLAIMS.include?(one["claim"]) && SAID_CHARACTERS.cover?(one["value"].to_s.length)
          end
        end

        def of_rule(rule, index)
          [
            (fault(index, :title_missing) if rule["title"].to_s.strip.empty? || rule["title"].length > MAX_TITLE),
            *strange(rule, index),
            (fault(index, :roles_too_long) if rule["roles"].to_a.any? { |role| role.length > MAX_ROLE }),
            *demand(rule, index),
            *condition(rule, index)
          ].compact
        end

        def strange(rule, index)
          known = {
            "classes" => @classes.keys,
            "acts" => Dockets::Readiness::ACTS - ["receive"],
            "kinds" => Rulebook::KINDS,
            "allowed" => Methods::ALL.keys,
            "forbidden" => Methods::ALL.keys
          }
          known.filter_map do |key, all|
            odd = rule[key].to_a - all
            fault(index, :unknown_value, values: odd.join(", ")) if odd.any?
          end
        end

        def demand(rule, index)
          minutes = Rulebook::MINUTES
          [
            (fault(index, :demands_nothing) if demands_nothing?(rule)),
            (fault(index, :floor_wrong) unless within?(1..4, rule["floor"])),
            (fault(index, :minutes_wrong, most: minutes.max) unless within?(minutes, rule["fresh_minutes"])),
            (fault(index, :location_wrong) unless within?(Rulebook::LOCATIONS, rule["location"])),
            (fault(index, :link_forbidden) if rule["forbidden"].to_a.include?("link"))
          ].compact
        end

        def within?(known, value) = value.nil? || known.include?(value)

        def demands_nothing?(rule)
          rule.values_at("floor", "fresh_minutes").all?(&:nil?) &&
            rule.values_at("allowed", "forbidden").all? { |methods| methods.to_a.empty? } &&
            rule.values_at("prove_first", "no_passing_on", "no_deputies", "no_paper").none? &&
            [nil, "no"].include?(rule["location"])
        end

        def condition(rule, index)
          ConditionReview.call(rule["when"], classes: @classes.slice(*codes(rule)), units: @units)
            .map { |reason, facts| fault(index, reason, **facts) }
        end

        def codes(rule) = rule["classes"].to_a.empty? ? @classes.keys : rule["classes"]

        # Rules that apply at once must leave a way: for every class, act and kind, and for all values of particulars
        # that tell rules apart.
        def together
          @classes.keys.product(Dockets::Readiness::ACTS - ["receive"], Rulebook::KINDS).filter_map do |code, act, kind|
            unreachable(code, act, kind)
          end.uniq
        end

        def unreachable(code, act, kind)
          here = @rules.select { |rule| Rulebook.scope?(rule, code, act, kind) }
          roles = here.flat_map { |rule| rule["roles"].to_a }.uniq
          return unreachable_among(here, code, kind) if roles.empty?

          # Whoever has a role is met by its rules and by those for all.
          roles.filter_map do |role|
            unreachable_among(here.select { |rule| Rulebook.of_role(rule, role) }, code, kind)
          end.first
        end

        def unreachable_among(here, code, kind)
          usual = Methods::ALL.keys - ["text_link", kind == "staff" ? "" : "account"]
          at_once(here, @classes[code]).each do |rules|
            demand = rules.inject(Demand.none) { |all, rule| all.and(Rulebook.demand_of(rule, :matches)) }
            next if demand.floor.zero? || reachable?(demand.floor, usual - demand.forbidden)

            return unmet(rules, floor: demand.floor, code: code)
          end
          nil
        end

        # Told of the rule that demands most.
        def unmet(rules, **facts)
          highest = @rules.index(rules.max_by { |rule| rule["floor"].to_i })
          fault(highest, :cant_be_met, titles: rules.map { |rule| rule["title"] }.join("; "), **facts)
        end

        def reachable?(floor, allowed)
          (@reachable ||= {}).fetch([floor, allowed]) do |asked|
            @reachable[asked] = AuthenticationPaths.reachable?(*asked)
          end
        end

        # Lists of rules that may apply at once. A rule whose condition compares more than names with constants is held
        # to apply always.
        def at_once(rules, types) = (@at_once ||= {})[[rules, types]] ||= tried(rules, types)

        def tried(rules, types)
          conditions = conditions(rules)
          cases = plain_cases(conditions, types)
          values = cases.values.inject({}) { |all, one| all.merge(one) { |_, former, further| former | further } }
          points = Condition.each_case(values)
          return [rules] if points.empty?

          truths = cases.to_h { |rule, own| [rule, truths(conditions[rule], values.slice(*own.keys))] }
          points.map { |point| rules.select { |rule| applies?(truths[rule], cases[rule], point) } }.uniq
        end

        # {rule => {name => [value, ...]}}, of those whose conditions compare names with constants only.
        def plain_cases(conditions, types)
          cases = conditions.transform_values { |condition| condition.cases(types) }
          cases.select { |_, one| one.plain? }.transform_values(&:to_h)
        end

        # {rule => its condition}, of the rules that have one.
        def conditions(rules)
          rules.reject { |rule| rule["when"].to_s.strip.empty? }.to_h { |rule| [rule, Condition.new(rule["when"])] }
        end

        def applies?(truths, cases, point) = truths.nil? || truths[point.slice(*cases.keys)]

        # {values of the names that a condition speaks of => is it true for them?}; asked once, however many rules there
        # are beside it.
        def truths(condition, values)
          (@truths ||= {})[[condition.text, values]] ||= Condition.each_case(values).to_h do |one|
            [one, condition.true_for?(one)]
          end
        end

        def fault(rule, reason, **facts) = Fault.new(rule: rule, reason: reason, facts: facts)
      end
    end
  end
end
