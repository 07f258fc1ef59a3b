# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Staff
        # The form of a member of staff, also of a new one.
        class Edit < Page
          attr_reader :row, :form

          # +row+: Store::Account, nil for a new one; +form+: StaffForm; +units+: names.
          def initialize(context, row, form:, units:, problems: {})
            super(context)
            @row = row
            @form = form
            @units = units
            @problems = problems
          end

          def place = :rules
          def new? = row.nil?
          def title = new? ? t(".title_new") : row.name
          def path = new? ? staff_path : staff_member_path(row.id)
          def back = path
          def save = new? ? t(".invite") : t("forms.save")
          def roles = Core::Rights::STAFF.map { |role| [role, t("roles.#{role}")] }
          def role = form["role"].empty? ? "sender" : form["role"]
          def units = @units.map { |name| [name, name] }
          # What the chosen roles mean.
          def meanings = Core::Rights::STAFF.map { |role| [t("roles.#{role}"), t(".means.#{role}")] }
        end
      end
    end
  end
end
