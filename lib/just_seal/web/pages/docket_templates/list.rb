# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module DocketTemplates
        # The templates that are shared with this person.
        class List < Page
          attr_reader :rows, :given, :record

          # +rows+: of Queries::DocketTemplates; +given+: {find:, tag:} that they are narrowed by; +record+: that one of
          # them is to be used for, or nil.
          def initialize(context, rows, given:, record: nil, problems: {})
            super(context)
            @rows = rows
            @given = given
            @record = record
            @problems = problems
          end

          def place = :rules
          def imports? = may?(:prepare)
          def import_path = docket_template_path("import")
          def narrowed? = given.values.any? { |text| !text.empty? }
          def roles(one) = one.definition["roles"].map { |role| role["title"] }.join(I18n.t("lists.comma"))
          def tags(one) = one.definition["tags"].to_a
          def tag_path(tag) = docket_templates_path(tag: tag, record: record&.number)
          def uses?(one) = may?(:prepare) && one.row.used?
          def use_path(one) = docket_template_step_path(one.row, :use, record: record&.number)
          def favourite_path(one) = docket_template_step_path(one.row, :favourite)

          def shared(one)
            return t(".not_published") unless one.row.used?
            return t(".everybody") if one.row.units.empty? && one.row.people.to_a.empty?

            people = one.row.people.to_a.size
            list([*one.row.units, *(t(".people", count: people) if people.positive?)])
          end
        end
      end
    end
  end
end
