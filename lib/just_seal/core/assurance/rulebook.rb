# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # A list of rules, each with a condition and a demand; see "Rulebook". As it is kept:
      #
      # {"rules" => [{"title" =>, "classes" => [code, ...], "acts" => [...], "kinds" => ["outside", "staff"],
      # "roles" => [title, ...], "when" => formula over particulars,
      # "floor" => 1..4 or nil, "allowed" => [method, ...], "forbidden" => [method, ...], "fresh_minutes" => Integer or
      # nil, "prove_first" => true or false,
      # "no_passing_on" => true or false, "no_deputies" => true or false,
      # "no_paper" => true or false, "location" => "no", "ask" or "demand"}, ...]}
      #
      # Beside "rules" it may have "sign_on" => [{"claim" => "acr" or "amr", "value" =>}, ...]: where the provider at
      # which somebody signed on says one of these, their account counts as two factors.
      #
      # An empty list in a condition means any; an empty list "allowed" means all. "roles" are what parties are in a
      # docket, such as "Licensee", whatever their capitals; of a party whose role nobody said, a rule for roles can't
      # be decided. A party of kind "group" is judged as
      # somebody outside.
      class Rulebook
        LOCATIONS = %w[no ask demand].freeze
        KINDS = %w[outside staff].freeze
        CLAIMS = %w[acr amr].freeze
        MINUTES = (1..1440)

        attr_reader :rules, :sign_on

        def initialize(definition)
          @rules = definition.fetch("rules", [])
          @sign_on = definition.fetch("sign_on", [])
        end

        # What is demanded of a party: +class_code+, +act+, +kind+; +role+: its title in the docket, nil where nobody
        # said it; +particulars+: {name => [type, kept value or nil]} of the record. Returns a Demand with every rule
        # that matched. Where a condition can't be decided because a value is missing, its rule applies.
        def demand(class_code:, act:, kind:, role: nil, particulars: {})
          return Demand.none if act == "receive"

          @rules.inject(Demand.none) do |all, rule|
            reason = applies(rule, [class_code, act, kind], role, particulars)
            reason ? all.and(self.class.demand_of(rule, reason)) : all
          end
        end

        # :matches, :undecided, or nil for a rule that says nothing here; +about+: class, act and kind.
        def applies(rule, about, role, particulars)
          return unless self.class.scope?(rule, *about)

          of_role = self.class.of_role(rule, role) or return
          return of_role if rule["when"].to_s.strip.empty?

          judged = Condition.new(rule["when"]).judge(particulars)
          judged == :matches ? of_role : judged
        rescue Refused
          :undecided
        end

        # How many factors an account that signed on shows. +way+: {"acr" => text, "amr" => [text, ...]}, nil where
        # nobody vouched for it.
        def factors(way)
          return 1 unless way

          said = { "acr" => [way["acr"]], "amr" => way["amr"].to_a }
          @sign_on.any? { |one| said.fetch(one["claim"]).include?(one["value"]) } ? 2 : 1
        end

        # Names of the particulars that conditions speak of in a class.
        def speaks_of(class_code)
          here = @rules.select do |rule|
            (rule["classes"].to_a.empty? || rule["classes"].include?(class_code)) && !rule["when"].to_s.strip.empty?
          end
          here.flat_map { |rule| Condition.new(rule["when"]).names }.uniq
        end

        class << self
          def scope?(rule, class_code, act, kind)
            kind = "outside" if kind == "group"
            { "classes" => class_code, "acts" => act, "kinds" => kind }.all? do |key, value|
              rule[key].to_a.empty? || rule[key].include?(value)
            end
          end

          # Is +rule+ for +role+? :matches, :undecided or nil.
          def of_role(rule, role)
            named = rule["roles"].to_a.map { |one| plain(one) }
            return :matches if named.empty? || named.include?(plain(role.to_s))

            :undecided if role.to_s.strip.empty?
          end

          def plain(role) = role.unicode_normalize(:nfkc).downcase.strip

          # Texts that are empty are decided; numbers and dates that are not there are not.
          def formal(type, value)
            return Fields::ValueParser.formal(type, value) unless value.nil?

            Fields::ValueParser.formal_type(type) == :text ? "" : nil
          end

          def demand_of(rule, reason)
            Demand.new(
              floor: rule["floor"].to_i,
              forbidden: forbidden(rule["forbidden"].to_a, rule["allowed"].to_a),
              fresh_minutes: rule["fresh_minutes"] || Level::FRESH_MINUTES,
              prove_first: rule["prove_first"] == true,
              may_pass_on: rule["no_passing_on"] != true,
              may_stand_in: rule["no_deputies"] != true,
              may_use_paper: rule["no_paper"] != true,
              location: rule["location"] || "no",
              rules: [[rule["title"], reason]]
            )
          end

          # Whether the telephone is taken at all (NIST SP 800-63B, 5.1.3.3: restricted) is said of its codes: a link
          # by text message goes with them, and can be forbidden alone.
          def forbidden(named, allowed)
            others = allowed.empty? ? [] : Methods::ALL.keys - allowed - Methods::ALWAYS
            others -= ["text_link"] if allowed.include?("text_code")
            all = named | others
            all.include?("text_code") ? all | ["text_link"] : all
          end
        end
      end
    end
  end
end
