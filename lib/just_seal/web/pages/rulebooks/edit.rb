# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Rulebooks
        # A new version of the rulebook is written, and rehearsed on what was sent.
        class Edit < Page
          include RuleWords

          MAX_SHOWN = 100
          LEVELS = (1..4)
          # What stands behind "Methods, freshness and the rest".
          REST = %w[allowed forbidden fresh_minutes prove_first no_passing_on no_deputies no_paper location].freeze
          LOCATIONS = %w[ask demand].freeze
          TICKS = %w[prove_first no_passing_on no_deputies no_paper].freeze

          attr_reader :rules, :typed, :looked, :stopped

          # +rules+, +sign_on+: as in a definition, rules with blank ones at the end; +typed+: title, starts, version;
          # +rehearsal+: how many dockets were looked at, and [what would have been stopped, ...], or nil.
          def initialize(context, rules:, typed:, classes:, sign_on: [], rehearsal: nil, problems: {})
            super(context)
            @rules = rules
            @sign_on = sign_on
            @typed = typed
            @classes = classes
            @looked, @stopped = rehearsal
            @problems = problems
          end

          def place = :rules

          # [[title, where it comes from, path], ...] of what a version can be begun from.
          def starters
            Queries::RulebookStarters.names.map do |name|
              words = %w[title source].map { |part| t("rulebook_starters.#{name}.#{part}") }
              [*words, "#{path}?starter=#{name}"]
            end
          end

          def path = "#{rulebook_path}/new"
          def problem = problems["rulebook"] && rule_problem(problems["rulebook"])
          def wrong(index) = problems["rules.#{index}"] && rule_problem(problems["rules.#{index}"])
          def signs_on? = !office.sign_on.nil? || @sign_on.any?
          def sign_on = @sign_on.map { |one| one.values_at("claim", "value").join(" ") }.join("\n")
          def rest?(rule) = REST.any? { |key| rule[key] }

          # [[value, words, chosen], ...]
          def classes_of(rule)
            @classes.map { |one| [one.code, "#{one.code} #{one.title}", rule["classes"].to_a.include?(one.code)] }
          end

          def methods_of(rule, key)
            Core::Assurance::Methods::ALL.keys.map { |id| [id, t("methods.#{id}"), rule[key].to_a.include?(id)] }
          end

          def roles_of(rule) = rule["roles"].to_a.join("; ")
          def kinds = [["", t(".everybody")], *Core::Assurance::Rulebook::KINDS.map { |one| [one, kind_words(one)] }]
          def acts = [["", t(".any_act")], *t("acts").except(:receive).map { |act, words| [act.to_s, words] }]
          def levels = [["", t(".no_level")], *LEVELS.map { |level| [level, t(".level", level: level)] }]
          def locations = [["", t(".location.no")], *LOCATIONS.map { |one| [one, t(".location.#{one}")] }]
          def only(rule, key) = rule[key].to_a.size == 1 ? rule[key].first : nil

          def rehearsed
            dockets = stopped.map { |one| one.docket.id }.uniq.size
            return t(".none_stopped", looked: counted("docket", looked)) if dockets.zero?

            t(".stopped", dockets: counted("docket", dockets), looked: number(looked))
          end

          # [[docket, party, why, by which rules], ...]
          def would_stop
            stopped.first(MAX_SHOWN).map do |one|
              reasons = one.objections.map { |objection| objection_words(objection, one.demand) }
              [one.docket, one.party, reasons.join(" "), one.demand.rules.map(&:first).join("; ")]
            end
          end

          def more = stopped.size > MAX_SHOWN ? t(".first_of", shown: MAX_SHOWN, count: stopped.size) : nil

          private

          def kind_words(kind) = t("rules_told.kinds.#{kind}")

          # Why an act of the past would not have been taken.
          def objection_words(objection, demand)
            worth = objection.reached.to_i.zero? ? t(".worth_nothing") : objection.reached
            t(".objections.#{objection.reason}", level: [demand.floor, 1].max, worth: worth)
          end
        end
      end
    end
  end
end
