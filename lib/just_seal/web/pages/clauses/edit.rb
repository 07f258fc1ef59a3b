# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Clauses
        # One clause: what it says, its versions, and where it stands.
        class Edit < Page
          include WritingWords

          attr_reader :row, :versions, :uses

          # +row+: Store::OfficeClause, nil for a new one; +typed+: {"name", "title", "html", "version"}; +versions+,
          # +uses+: of Queries::OfficeClauses.
          def initialize(context, row, typed:, versions:, uses:, problems: {})
            super(context)
            @row = row
            @typed = typed
            @versions = versions
            @uses = uses
            @problems = problems
          end

          def place = :rules
          def fresh? = row.nil?
          def title = fresh? ? t(".new") : typed("title")
          def path = fresh? ? clauses_path : clause_path(row.name)
          def retire_path = "#{path}/retire"
          def defines? = may?(:define_classes)
          def given = put_in([], [])
          def html = @typed["html"].to_s
          def typed(name) = @typed[name].to_s
          def save_words = fresh? ? t(".save_new") : t(".save", version: row.version + 1)
          def old?(version) = version < row.version
        end
      end
    end
  end
end
