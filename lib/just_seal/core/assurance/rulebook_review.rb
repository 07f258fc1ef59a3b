# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # What is wrong with a rulebook, told when it is saved.
      class RulebookReview
        # +rule+: index, nil for the whole; +reason+: symbol; +facts+: values for the wording.
        Fault = Value.of(:rule, :reason, :facts)
        MOST_RULES = 200
        MOST_TITLE = 200

        # +definition+: as of Rulebook; +classes+: {code => {particular's name => type}}. Returns [Fault, ...].
        def self.call(...) = new(...).faults

        def initialize(definition, classes:)
          @rules = definition.fetch("rules", [])
          @classes = classes
        end

        def faults
          return [fault(nil, :no_rules)] if @rules.empty?
          return [fault(nil, :too_many, most: MOST_RULES)] if @rules.size > MOST_RULES

          single = @rules.each_with_index.flat_map { |rule, index| of_rule(rule, index) }
          single.empty? ? together : single
        end

        private

        def of_rule(rule, index)
          [(fault(index, :title_missing) if rule["title"].to_s.strip.empty? || rule["title"].length > MOST_TITLE),
           *strange(rule, index), *demand(rule, index), *condition(rule, index)].compact
        end

        def strange(rule, index)
          known = { "classes" => @classes.keys, "acts" => Dockets::Readiness::ACTS - ["receive"], "kinds" => Rulebook::KINDS, "allowed" => Methods::ALL.keys, "forbidden" => Methods::ALL.keys }
          known.filter_map { |key, all| (rule[key].to_a - all).then { |odd| fault(index, :unknown_value, values: odd.join(", ")) unless odd.empty? } }
        end

        def demand(rule, index)
          empty = rule["floor"].nil? && %w[allowed forbidden].all? { |key| rule[key].to_a.empty? } && rule["fresh_minutes"].nil? && !rule["prove_first"] && !rule["no_passing_on"] && [nil, "no"].include?(rule["location"])
          [(fault(index, :demands_nothing) if empty), (fault(index, :floor_wrong) unless rule["floor"].nil? || (1..4).cover?(rule["floor"])),
           (fault(index, :minutes_wrong, most: Rulebook::MINUTES.max) unless rule["fresh_minutes"].nil? || Rulebook::MINUTES.cover?(rule["fresh_minutes"])),
           (fault(index, :location_wrong) unless rule["location"].nil? || Rulebook::LOCATIONS.include?(rule["location"])), (fault(index, :link_forbidden) if rule["forbidden"].to_a.intersect?(%w[link]))].compact
        end

        # A condition is over the particulars of the classes that the rule is for: each of them must have them, and with types that fit.
        def condition(rule, index)
          return [] if rule["when"].to_s.strip.empty?

          formula = Fields::Formula.new(rule["when"])
          codes = rule["classes"].to_a.empty? ? @classes.keys : rule["classes"] & @classes.keys
          fit = codes.select { |code| (formula.names - @classes[code].keys).empty? }
          return [fault(index, :never_matches, names: formula.names.join(", "))] if fit.empty? && formula.names.any?
          return [fault(index, :particular_missing, names: (formula.names - @classes[(codes - fit).first].keys).join(", "), code: (codes - fit).first)] unless fit == codes

          types(formula, codes, index) + constant(formula, index)
        rescue Refused => e
          [fault(index, :condition_unreadable, problem: e.facts[:problem] || "It mixes what does not go together.")]
        end

        def types(formula, codes, index)
          codes.filter_map do |code|
            kind = formula.types(formula.names.to_h { |name| [name, Fields::Reading::TYPES.fetch(@classes[code][name])] }).type
            fault(index, :condition_no_yes) unless kind == :yes_no
          end.uniq
        end

        def constant(formula, index) = formula.names.empty? && formula.value({}) != true ? [fault(index, :never_true)] : []

        # Rules that apply at once must leave a way: for every class, act and kind, all whose conditions may hold together.
        def together
          @classes.keys.product(Dockets::Readiness::ACTS - ["receive"], Rulebook::KINDS).filter_map { |code, act, kind| unreachable(code, act, kind) }.uniq
        end

        def unreachable(code, act, kind)
          here = @rules.select { |rule| Rulebook.scope?(rule, code, act, kind) }
          demand = here.map { |rule| Rulebook.demand_of(rule, :matches) }.inject(Demand.none) { |all, one| all.and(one) }
          allowed = Methods::ALL.keys - demand.forbidden - [kind == "staff" ? "" : "account"]
          return if demand.floor.zero? || Ways.reachable?(demand.floor, allowed)

          fault(@rules.index(here.max_by { |rule| rule["floor"].to_i }), :cant_be_met, floor: demand.floor, code: code, titles: here.map { |rule| rule["title"] }.join("; "))
        end

        def fault(rule, reason, **facts) = Fault.new(rule: rule, reason: reason, facts: facts)
      end
    end
  end
end
