# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Units
        # The tree of units, and the form of one of them.
        class List < Page
          MAX_INDENT = 4

          attr_reader :rows, :chosen

          # +rows+: [Queries::UnitTree::Row, ...]; +chosen+: Store::Unit that is changed, nil for a new one; +typed+:
          # what the form held when it was refused.
          def initialize(context, rows, chosen:, staff:, typed: {}, problems: {})
            super(context)
            @rows = rows
            @chosen = chosen
            @staff = staff
            @typed = typed
            @problems = problems
          end

          def place = :rules
          def keeps? = may?(:keep_staff)
          def indent(row) = "indent-#{[row.depth, MAX_INDENT].min}"
          def people(row) = counted("person", row.people)
          def people_path(row) = staff_path(unit: row.name)
          def change_path(row) = units_path(name: row.name, anchor: "unit")
          def heading = chosen ? t(".change", name: chosen.name) : t(".new")
          def name = chosen ? chosen.name : @typed["name"]
          def above = @typed["above"] || chosen&.above
          def head = @typed["head"] || chosen&.head_id
          def ends? = chosen && rows.none? { |row| row.name == chosen.name && row.people.positive? }

          def aboves
            [["", t(".topmost")], *(rows.map(&:name) - [chosen&.name]).map { |name| [name, name] }]
          end

          def heads = [["", t(".nobody")], *@staff.map { |one| [one.id, one.name] }]
        end
      end
    end
  end
end
