# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module CaseFiles
        # The form of a case file, new or changed.
        class Edit < Page
          attr_reader :row, :form, :staff, :units

          # +row+: Store::CaseFile, nil for a new one; +form+: CaseForm; +case_files+: those that it may hang beneath.
          def initialize(context, row, form:, classes:, case_files:, staff:, units:, problems: {})
            super(context)
            @row = row
            @form = form
            @classes = classes
            @case_files = case_files
            @staff = staff
            @units = units
            @problems = problems
          end

          def place = :records
          def scripts = %w[components/contacts]
          def title = row ? t(".change", code: row.code) : t(".new")
          def heading = row ? t(".change_titled", title: row.title) : t(".new")
          def path = case_file_path(row || "").chomp("/")
          def save_words = row ? t("forms.save") : t(".open")
          def parents = [["", t(".no_parent")], *@case_files.map { |one| [one.code, "#{one.code}  #{one.title}"] }]

          def class_options
            [["", t(".chosen_each_time")], *@classes.map { |one| [one.code, "#{one.code} #{one.title}"] }]
          end

          def items = form.record_class ? form.record_class.particulars.to_a : []
          def typed_parties = %w[outside contact staff].to_h { |key| [key, form.party(key)] }

          # [[item, value, problem], ...]
          def particulars
            items.map do |item|
              name = item["name"]
              shown = item.merge("required" => false, "default" => nil)
              [shown, form.particular(name) || "", problems["particulars.#{name}"]]
            end
          end

          # [[act, words, [role, ...]], ...] of what can be limited.
          def limits
            %w[see change].map do |act|
              [act, t("case_files.show.may.#{act}"), Core::Rights::ROLES - Core::Access::UNLIMITED.fetch(act)]
            end
          end

          def role_words(role) = t(".all_of", roles: t("roles_plural.#{role}"))
        end
      end
    end
  end
end
