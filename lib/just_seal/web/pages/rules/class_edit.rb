# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Rules
        # The form of a record class; saving makes a new version of it.
        class ClassEdit < Page
          attr_reader :form, :staff

          # +form+: ClassForm; +classes+: that it may hang beneath.
          def initialize(context, form, classes:, staff:, problems: {})
            super(context)
            @form = form
            @classes = classes
            @staff = staff
            @problems = problems
          end

          def place = :rules
          def scripts = %w[components/contacts]
          def fresh? = form.version.zero?
          def title = fresh? ? t(".new") : t(".change", code: form["code"])
          def heading = fresh? ? t(".new") : t(".change", code: form["title"])
          def path = fresh? ? "#{rules_path}/classes" : record_class_path(form["code"])
          def leave_path = fresh? ? rules_path : path
          def next_version = form.version + 1
          def save_words = fresh? ? t(".save_new") : t(".save", version: next_version)

          def parents
            [["", t("case_files.edit.no_parent")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          end

          def signature_options = %w[yes no].map { |answer| [answer, t(".signature.#{answer}")] }
          def needs_signature = form["needs_signature"] ? "yes" : "no"
          def values_options = %w[yes no].map { |answer| [answer, t(".values.#{answer}")] }
          def tells_values = form["tells_values"] == false ? "no" : "yes"
          def readings_options = %w[no yes].map { |answer| [answer, t(".readings.#{answer}")] }
          def circulators = form["circulators"].to_h

          def circulator_roles
            named = circulators["roles"].to_a
            Core::Rights::TABLE.fetch(:send).map { |role| [role, t("roles.#{role}"), named.include?(role)] }
          end

          def circulator_people
            named = circulators["people"].to_a
            staff.select do |one|
              Core::Rights.may?(one.role, :send)
            end.map { |one| [one.id, one.name, named.include?(one.id)] }
          end

          # Signing on paper
          def paper = form["paper"].to_h
          def paper_open? = paper.any? || !problems["paper_place"].nil?

          # [[name, options, value], ...]
          def paper_answers
            asked = Core::Paper::Terms::KEYS.map do |key|
              options = %w[no yes].map { |answer| [answer, t("rules.class_paper.#{key}.#{answer}")] }
              [key, options, paper[key] ? "yes" : "no"]
            end
            shows = Core::Paper::Terms::SHOWS.map { |one| [one, t("rules.class_paper.shows.#{one}")] }
            [*asked, ["shows", shows, paper["shows"] || "attachment"]]
          end

          def notes_readings = form["notes_readings"] ? "yes" : "no"
          def stub_title_options = %w[yes no].map { |answer| [answer, t(".stub_titles.#{answer}")] }
          def stub_title = form["stub_title"] == false ? "no" : "yes"
          def types = Core::Filing::Types::ALL.keys.map { |type| [type, t("particular_types.#{type}")] }
          def yes_no = [["no", t("answers.no")], ["yes", t("answers.yes")]]

          def operators
            Core::Filing::Checks::OPERATORS.keys.map { |key| [key, I18n.t(key, scope: "check_operators")] }
          end

          def typed_parties = Web::DefaultParties.typed(form["default_parties"].to_a)
          def more(item) = item["pattern"] || item["decimals"] || item["options"]&.join(", ")
          def default(item) = Array(item["default"]).join(", ")
          def naming_help = t(".naming_help", usual: Queries::FilingRules::USUAL_NAME)

          # What one cell of a row is called for those who can't see the table.
          def cell(column, index) = t(".cells.#{column}", number: index + 1)
        end
      end
    end
  end
end
