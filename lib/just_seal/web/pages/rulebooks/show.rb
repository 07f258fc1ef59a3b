# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Rulebooks
        # A version of the rulebook: what is demanded where, its rules, and why.
        class Show < Page
          include RuleWords

          LEVELS = (1..4)
          MAX_WAYS = 4

          attr_reader :versions, :shown, :why

          # +versions+: Store::Rulebook, the newest first; +shown+: one of them, or nil; +grid+: Queries::RulebookGrid;
          # +why+: Queries::RulebookWhy; +given_record+: what was typed for a record; +alone+: may who wrote a version
          # publish it?
          def initialize(
            context, versions:, shown:, in_force:, classes:, alone:, grid: nil, why: nil, given_record: nil
          )
            super(context)
            @versions = versions
            @shown = shown
            @in_force = in_force
            @classes = classes
            @alone = alone
            @grid = grid
            @why = why
            @given_record = given_record
          end

          def place = :rules
          def heading = shown ? t(".titled", version: shown.version) : title
          def writes? = may?(:write_rules)
          def in_force = @in_force ? t(".version", version: @in_force.version) : t(".none_yet")
          def new_path = "#{rulebook_path}/new"
          def version_path(row) = rulebook_path(version: row.version)

          def version_words(row)
            key = row.publication ? ".version_from" : ".version_waits"
            t(key, version: row.version, day: day(row.starts_at, :short_year))
          end

          # The publication
          def waits? = shown && shown.publication.nil?
          def publishes? = waits? && writes? && (@alone || shown.made_by != viewer.id)
          def publish_path = "#{rulebook_path}/#{shown.version}/publish"
          def waiting = t(@alone ? ".waits" : ".waits_for_another", name: shown.maker.name)
          def decides? = may?(:keep_staff)
          def who_publishes = t(@alone ? ".one_person" : ".second_person")
          def decision = @alone ? { "alone" => "no" } : { "alone" => "yes" }
          def decision_words = t(@alone ? ".demand_second" : ".allow_one")
          def alone_path = "#{rulebook_path}/alone"
          def current(row) = row.version == shown&.version ? "true" : nil

          def lead
            facts = { title: shown.title, name: shown.maker.name, time: time_tag(shown.starts_at) }
            return t(".lead_html", **facts) unless shown.publication

            t(".lead_published_html", publisher: shown.publication.publisher.name, **facts)
          end

          # [[class row or nil where it is the one above, of whom, [mark of each level, ...]], ...]
          def grid
            @grid.lines.flat_map do |row, cells|
              cells.map do |kind, cell|
                [(row if kind == "outside"), t("rules_told.kinds.#{kind}"), LEVELS.map { |level| mark(cell, level) }]
              end
            end
          end

          # [[title, what it is about, what it demands], ...]
          def rules
            shown.definition["rules"].map { |rule| [rule["title"], rule_condition(rule), rule_demand(rule)] }
          end

          # What a provider has to say for an account to count as two factors, in words; nil where nothing does.
          def sign_on
            said = shown.definition["sign_on"].to_a.map { |one| one.values_at("claim", "value").join(" ") }
            t(".sign_on", said: said.join(", ")) if said.any?
          end

          def classes = @classes.map { |row| [row.code, "#{row.code} #{row.title}"] }
          def kinds = Core::Assurance::Rulebook::KINDS.map { |kind| [kind, t(".one_of.#{kind}")] }
          def acts = t("acts").except(:receive).map { |act, words| [act.to_s, words] }
          def record = why.record&.number || @given_record

          def why_problem(name) = why.problems[name] && Words.problem(why.problems[name])

          # [[item, value, problem], ...] of the particulars that conditions speak of.
          def particulars
            return [] unless why.asked?

            why.values.map do |item, kept|
              [item.except("required", "default", "help"), kept, why_problem("values.#{item["name"]}")]
            end
          end

          def demanded
            demand = why.demand
            sentences = [
              t(".demanded_html", title: why.title, who: t(".one_of.#{why.kind}"), **demanded_facts(demand)),
              (t(".not_passed_on") unless demand.may_pass_on),
              (t(".no_deputies") unless demand.may_stand_in),
              (t(".no_paper") unless demand.may_use_paper),
              (t(".locations.#{demand.location}") unless demand.location == "no")
            ]
            SafeHtml.join(sentences.compact, " ")
          end

          def reasons
            why.demand.rules.map { |title, reason| reason == :undecided ? t(".undecided", title: title) : title }
          end

          def ways
            return unless why.demand.floor > 1

            named = why.ways.first(MAX_WAYS).map do |way|
              list(way.map { |method| t("dockets.check.the_method", method: t("methods.#{method}")) })
            end
            t(".reached.#{why.kind}", ways: named.join(t(".or")))
          end

          private

          def demanded_facts(demand)
            {
              act: t("acts.#{why.act}"),
              level: demand.floor.zero? ? t(".nothing_demanded") : t(".level_demanded", level: demand.floor),
              minutes: counted("minute", demand.fresh_minutes),
              first: demand.prove_first ? t(".before_document") : ""
            }
          end

          # [sign, what it means, class] or nil
          def mark(cell, level)
            return ["■", t(".always"), "level-mark"] if level <= cell.least
            return ["▨", t(".by_particulars"), "level-mark maybe"] if level <= cell.most

            nil
          end
        end
      end
    end
  end
end
