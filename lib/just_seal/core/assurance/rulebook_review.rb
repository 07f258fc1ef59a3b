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

        # +definition+: as of Rulebook; +classes+: {code => {particular's name => type}}; +units+: {code =>
        # {particular's name => unit or nil}}. Returns [Fault, ...].
        def self.call(...) = new(...).faults

        def initialize(definition, classes:, units: {})
          @rules = definition.fetch("rules", [])
          @classes = classes
          @units = units
        end

        def faults
          return [fault(nil, :no_rules)] if @rules.empty?
          return [fault(nil, :too_many, most: MAX_RULES)] if @rules.size > MAX_RULES

          single = @rules.each_with_index.flat_map { |rule, index| of_rule(rule, index) }
          single.empty? ? together : single
        end

        private

        def of_rule(rule, index)
          [
            (fault(index, :title_missing) if rule["title"].to_s.strip.empty? || rule["title"].length > MAX_TITLE),
            *strange(rule, index),
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
            (rule[key].to_a - all).then do |odd|
              fault(index, :unknown_value, values: odd.join(", ")) unless odd.empty?
            end
          end
        end

        def demand(rule, index)
          empty = rule["floor"].nil? && %w[allowed forbidden].all? do |key|
            rule[key].to_a.empty?
          end && rule["fresh_minutes"].nil? && !rule["prove_first"] && !rule["no_passing_on"] && [
            nil,
            "no"
          ].include?(rule["location"])
          [
            (fault(index, :demands_nothing) if empty),
            (fault(index, :floor_wrong) unless rule["floor"].nil? ||
             (1..4).cover?(rule["floor"])),
            (unless rule["fresh_minutes"].nil? || Rulebook::MINUTES.cover?(rule["fresh_minutes"])
               fault(index, :minutes_wrong, most: Rulebook::MINUTES.max)
             end),
            (fault(index, :location_wrong) unless rule["location"].nil? ||
 Rulebook::LOCATIONS.include?(rule["location"])),
            (fault(index, :link_forbidden) if rule["forbidden"].to_a.include?("link"))
          ].compact
        end

        # A condition is over the particulars of the classes that the rule is for: each of them must have them, and with
        # types that fit.
        def condition(rule, index)
          return [] if rule["when"].to_s.strip.empty?

          condition = Condition.new(rule["when"])
          codes = codes(rule)
          fit = codes.select { |code| (condition.names - @classes[code].keys).empty? }
          return [fault(index, :never_matches, names: condition.names.join(", "))] if fit.empty? && condition.names.any?
          unless fit == codes
            return [
              fault(
                index,
                :particular_missing,
                names: (condition.names - @classes[(codes - fit).first].keys).join(", "),
                code: (codes - fit).first
              )
            ]
          end

          types(condition, codes, index) + units(condition, codes, index) + possible(condition, codes, index)
        rescue Refused => e
          [fault(index, :condition_unreadable, problem: e.facts[:problem] || :mixed_terms)]
        end

        def codes(rule) = rule["classes"].to_a.empty? ? @classes.keys : rule["classes"] & @classes.keys

        def types(condition, codes, index)
          codes.filter_map do |code|
            fault(index, :condition_no_yes) unless condition.type(@classes[code]) == :yes_no
          end.uniq
        end

        # A unit that is written after a number has to be that of a particular; days are what two dates lie apart.
        def units(condition, codes, index)
          codes.flat_map do |code|
            condition.units - Condition::DAYS - @units.fetch(code, {}).values_at(*condition.names)
          end.uniq.map do |unit|
            fault(index, :unit_unknown, unit: unit)
          end
        end

        def possible(condition, codes, index)
          codes.all? { |code| never?(condition, @classes[code]) } ? [fault(index, :never_true)] : []
        end

        def never?(condition, types)
          cases = condition.cases(types)
          tried = cases.plain? ? Condition.each_case(cases.to_h) : []
          tried.any? && tried.none? { |one| condition.true_for?(one) }
        end

        # Rules that apply at once must leave a way: for every class, act and kind, and for all values of particulars
        # that tell rules apart.
        def together
          @classes.keys.product(Dockets::Readiness::ACTS - ["receive"], Rulebook::KINDS).filter_map do |code, act, kind|
            unreachable(code, act, kind)
          end.uniq
        end

        def unreachable(code, act, kind)
          here = @rules.select { |rule| Rulebook.scope?(rule, code, act, kind) }
          at_once(here, @classes[code]).each do |rules|
            demand = rules.map do |rule|
              Rulebook.demand_of(rule, :matches)
            end.inject(Demand.none) { |all, one| all.and(one) }
            next if demand.floor.zero? || reachable?(
              demand.floor,
              Methods::ALL.keys - demand.forbidden - [kind == "staff" ? "" : "account"]
            )

            return fault(
              @rules.index(
                rules.max_by do |rule|
                  rule["floor"].to_i
                end
              ),
              :cant_be_met,
              floor: demand.floor,
              code: code,
              titles: rules.map do |rule|
                rule["title"]
              end.join("; ")
            )
          end
          nil
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
          conditions = rules.to_h do |rule|
            [rule, (Condition.new(rule["when"]) unless rule["when"].to_s.strip.empty?)]
          end.compact
          cases = conditions.transform_values do |condition|
            condition.cases(types)
          end.select { |_, one| one.plain? }.transform_values(&:to_h)
          values = cases.values.inject({}) { |all, one| all.merge(one) { |_, former, further| former | further } }
          points = Condition.each_case(values)
          return [rules] if points.empty?

          truths = cases.to_h { |rule, own| [rule, truths(conditions[rule], values.slice(*own.keys))] }
          points.map do |one|
            rules.select do |rule|
              truths[rule].nil? || truths[rule][one.slice(*cases[rule].keys)]
            end
          end.uniq
        end

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
