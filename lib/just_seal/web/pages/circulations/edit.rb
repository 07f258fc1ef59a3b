# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Circulations
        # What a circulation asks, of whom and by when, until it is started.
        class Edit < Page
          ACTS = %w[acknowledge approve sign].freeze
          LEVELS = (1..4)

          attr_reader :circulation, :form, :plan, :choices

          # +form+: CirculationForm; +plan+: Queries::CirculationPlan; +choices+: Queries::CirculationChoices
          def initialize(context, circulation, form:, plan:, choices:, problems: {})
            super(context)
            @circulation = circulation
            @form = form
            @plan = plan
            @choices = choices
            @problems = problems
          end

          def place = :dockets
          def title = circulation.title
          def scripts = %w[components/contacts]
          def path = circulation_step_path(circulation, :edit)
          def edits = circulation.edits
          def conflict = problems["conflict"] || problems["readiness"]

          def what_words
            return t(".of_template", title: circulation.template.title) if circulation.template_id

            t(".of_record", record: circulation.record.number, version: circulation.version.number)
          end

          def modes
            return [["each", t("circulation_modes.each")]] if circulation.template_id

            %w[one each].map { |key| [key, t("circulation_modes.#{key}")] }
          end

          # A template has fields of its own for what is brought.
          def asks_file? = circulation.template_id.nil?
          def acts = ACTS.map { |key| [key, t("acts.#{key}")] }
          def level_options = [["", level_usual], *LEVELS.map { |level| [level, t(".level", level: level)] }]
          def unit_rows = choices.units.map { |row| [row.name, row.depth, counted("person", row.people)] }

          def role_options
            Core::Rights::STAFF.map { |role| [role, t("roles.#{role}"), form.list("roles").include?(role)] }
          end

          def group_options = options(choices.groups, :name, "groups")
          def find_options = options(choices.finds, :title, "finds")
          def unit_chosen?(name) = form.list("units").include?(name)

          # [[sentence, does it keep it from being started?], ...]
          def points = plan.points.map { |one| [t("circulation_points.#{one.reason}", **said(one.facts)), one.blocks] }
          def ready? = plan.ready?
          def asked_words = counted("person", choices.count)
          def people_words = list(choices.people.map(&:name))
          def more_words = choices.more.zero? ? nil : t(".and_more", count: choices.more, number: number(choices.more))

          # The file of people
          def file? = plan.head.any?
          def column_options = [["", t(".column_nothing")], *plan.meanings.to_a]
          def columns = plan.head.zip(plan.columns, plan.rows.first.to_a)
          def rows_words = t(".rows", rows: counted("row", plan.rows.size), people: counted("person", plan.people.size))
          def faults = plan.faults.first(Queries::CirculationPlan::MAX_SHOWN)
          def fault_words(fault) = t(".fault", line: number(fault.line), problem: Words.problem(fault.problem))

          def more_faults
            more = plan.faults.size - faults.size
            more.positive? ? t(".more_faults", count: more, number: number(more)) : nil
          end

          private

          def level_usual
            floors = choices.floors
            t(".level_usual", staff: floors["staff"], outside: floors["outside"])
          end

          def options(rows, words, key)
            rows.map { |row| [row.id, row.public_send(words), form.list(key).include?(row.id.to_s)] }
          end

          def said(facts) = facts.transform_values { |fact| fact.is_a?(Array) ? list(fact) : fact }
        end
      end
    end
  end
end
