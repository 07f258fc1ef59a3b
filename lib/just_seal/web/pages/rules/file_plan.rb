# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Rules
        # The file plan: the classes, one beneath another.
        class FilePlan < Page
          MAX_INDENT = 4
          # Places beneath the Rules: key of words => path.
          ALSO = {
            rulebook: "/rules/rulebook",
            retention: "/rules/retention",
            instructions: "/rules/instructions",
            docket_templates: "/rules/docket-templates",
            field_sets: "/rules/field-sets",
            clauses: "/rules/clauses",
            consent: "/rules/consent",
            office: "/rules/office",
            staff: "/rules/staff",
            units: "/rules/units",
            repositories: "/rules/repositories",
            ways_in: "/rules/ways-in",
            webhooks: "/rules/webhooks",
            programs: "/rules/tokens",
            sign_on: "/rules/sign-on",
            authorities: "/rules/authorities",
            condition: "/rules/condition",
            mails: "/rules/mails",
            working_days: "/rules/working-days"
          }.freeze

          attr_reader :tree

          # +tree+: lines of Queries::FilePlan.
          def initialize(context, tree)
            super(context)
            @tree = tree
          end

          def place = :rules
          def defines? = may?(:define_classes)
          def size = number(tree.size)
          def records = number(tree.sum(&:records))
          def also = ALSO.map { |key, path| [t(".also.#{key}"), path] }
          def indent(line) = "indent-#{[line.depth, MAX_INDENT].min}"
          def signature(line) = t(line.row.needs_signature ? ".needed" : ".not_needed")
        end
      end
    end
  end
end
