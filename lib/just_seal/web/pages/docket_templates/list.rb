# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module DocketTemplates
        # The templates that are shared with this person.
        class List < Page
          attr_reader :rows

          def initialize(context, rows, problems: {})
            super(context)
            @rows = rows
            @problems = problems
          end

          def place = :rules
          def imports? = may?(:prepare)
          def import_path = docket_template_path("import")
          def roles(row) = row.definition["roles"].map { |role| role["title"] }.join(", ")
          def fields(row) = row.definition["fields"].size
          def shared(row) = row.units.empty? ? t(".everybody") : row.units.join(", ")
        end
      end
    end
  end
end
