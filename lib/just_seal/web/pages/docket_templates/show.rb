# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module DocketTemplates
        # One template, to be read and changed.
        class Show < Page
          DAYS = %w[deadline_days remind_after_days remind_every_days remind_before_days].freeze
          EMPTY_QUESTION = {}.freeze
          NEW_DOCUMENT = { "replace" => "may", "role" => "sign" }.freeze

          attr_reader :row, :definition, :units, :versions, :problem

          # +definition+: as typed, or as kept; +files+: {number of a document => what is kept of it}; +units+, +staff+:
          # with which it can be shared; +versions+: rows with version, made_at and name, the newest first; +changes+,
          # +shares+: may this person?
          def initialize(
            context, row, definition:, files:, units:, staff:, classes:, versions:, changes:, shares:, problem: nil
          )
            super(context)
            @row = row
            @definition = definition
            @files = files
            @units = units
            @staff = staff
            @classes = classes
            @versions = versions
            @changes = changes
            @shares = shares
            @problem = problem
          end

          def place = :rules
          def title = definition["title"].to_s.empty? ? row.code : definition["title"]
          def problems = problem ? { "definition" => problem } : {}
          def changes? = @changes
          def shares? = @shares
          def uses? = may?(:prepare) && row.used?
          def publishes? = changes? && row.unpublished?
          def path = docket_template_path(row.code)
          def step(name, **query) = docket_template_step_path(row.code, name, **query)
          def json_path = docket_template_path("#{row.code}.json")
          def in_use = row.used? ? t(".version_used", version: row.current) : t(".none_used")
          def fields = definition["fields"].size
          def roles = definition["roles"]
          def fields_of(role) = definition["fields"].count { |field| field["role"] == role["letter"] }
          def acts = t("acts").map { |act, words| [act.to_s, words] }
          def askable = Core::Dockets::TemplateDefinition::ASKED
          def asks?(role, what) = role["ask"].to_a.include?(what)
          def asked_of?(role) = %w[outside particular].include?(role["source"])
          def tags = definition["tags"].to_a.join(I18n.t("lists.comma"))

          # Who stands in for +role+ when a docket is made.
          def source(role)
            words = t(".sources.#{role["source"]}")
            role["ref"].to_s.empty? ? words : t(".source_of", source: words, ref: role["ref"])
          end

          # [[number or "new", document, prefix of names, file kept or nil], ...]
          def documents
            kept = definition["documents"].each.with_index(1).map { |one, number| [number, one, @files[number]] }
            kept << [TemplateForm::NEW, NEW_DOCUMENT, nil] if changes?
            kept.map { |number, document, file| [number, document, "documents[#{number}]", file] }
          end

          def document_title(number) = number == TemplateForm::NEW ? t(".another") : t(".document", number: number)
          def document_path(number) = docket_template_document_path(row.code, number)
          def removable?(number) = changes? && number != TemplateForm::NEW && definition["documents"].size > 1
          def file_words(file) = t(".kept_file", name: file[:file_name], pages: counted("page", file[:page_count]))
          def ways = %w[must may kept].map { |way| [way, t(".replace.#{way}")] }
          def document_roles = %w[sign enclosure].map { |role| [role, t(".document_roles.#{role}")] }
          def values(document) = document["particulars"].to_h.map { |name, text| "#{name} = #{text}" }.join("\n")

          # [[index, question], ...]
          def questions
            empty = changes? ? [EMPTY_QUESTION] * TemplateForm::EMPTY_QUESTIONS : []
            (definition["questions"].to_a + empty).each_with_index.map { |question, index| [index, question] }
          end

          def types
            Core::Dockets::TemplateQuestions::TYPES.map { |type| [type, t("particular_types.#{type}")] }
          end

          def keys = ["", *definition["fields"].map { |field| field["key"].to_s }.reject(&:empty?).uniq]
          def cell(column, index) = t(".cells.#{column}", number: index + 1)
          def options(question) = question["options"].to_a.join(I18n.t("lists.comma"))

          def classes = [["", t(".any_class")], *@classes.map { |one| [one.code, "#{one.code} #{one.title}"] }]
          def days = DAYS.map { |name| [name, t(".#{name}"), definition[name]] }
          def save_words = t(".save", version: row.version + 1)
          def publish_words = t(".save_and_use", version: row.version + 1)

          # [[name of a list, its words, [[value, words, ticked], ...]], ...]
          def sharing
            row.sharing.map do |name, chosen|
              all = name.end_with?("units") ? units.zip(units) : @staff.map { |one| [one.id, one.name] }
              [name, t(".sharing.#{name}"), all.map { |value, words| [value, words, chosen.include?(value)] }]
            end
          end

          # What differs from the version before, where there is one.
          def changes_path(number) = number > 1 ? step(:changes, from: number - 1, to: number) : nil
        end
      end
    end
  end
end
