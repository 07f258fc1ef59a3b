# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Staff
        # A file of staff: asked for, and what it would change.
        class Import < Page
          KINDS = %i[wrong made changed].freeze

          attr_reader :plan, :text

          # +plan+: Operations::ImportStaff::Plan, nil before there is a file; +text+: of the file.
          def initialize(context, plan: nil, text: nil, problems: {})
            super(context)
            @plan = plan
            @text = text
            @problems = problems
          end

          def place = :rules
          def path = "#{staff_path}/import"
          def take_path = "#{path}/now"

          def columns
            t(".columns", columns: Queries::StaffList::COLUMNS.join(", "), roles: Core::Rights::STAFF.join(", "))
          end

          def takes? = plan.fine? && (plan.of(:made) + plan.of(:changed)).any?
          def summary = %i[made changed same wrong].map { |kind| t(".counts.#{kind}", count: plan.of(kind).size) }
          def rows = KINDS.flat_map { |kind| plan.of(kind) }
          def new_units = plan.units.empty? ? nil : t(".new_units", units: list(plan.units))
          def who(row) = t(".who", name: row.person.name, email: row.person.email)

          # What one line would do, in words.
          def effect(row)
            case row.kind
            when :wrong then Words.problems(row.problems).map { |column, said| t(".wrong", column: column, said: said) }
            when :made then [t(".made", role: t("roles.#{row.person.role}"), unit: row.person.unit)]
            else row.changes.map { |column, *values| t(".change", column: column, before: values[0], after: values[1]) }
            end
          end
        end
      end
    end
  end
end
