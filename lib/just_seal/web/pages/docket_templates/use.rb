# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module DocketTemplates
        # All that a template asks of whoever uses it.
        class Use < Page
          # What is asked of a person: how its field is, besides the usual.
          KEYS = {
            "name" => {},
            "email" => { kind: "email", required: false },
            "organisation" => { required: false },
            "telephone" => { kind: "tel" },
            "phrase" => {}
          }.freeze

          attr_reader :asked

          # +asked+: Queries::OpeningQuestions; +case_files+: into which records may be put.
          def initialize(context, asked, trial:, case_files:, problems: {})
            super(context)
            @asked = asked
            @trial = trial
            @case_files = case_files
            @problems = problems
          end

          def place = :dockets
          def title = asked.definition["title"]
          def code = asked.template.code
          def trial? = @trial
          def path = docket_template_step_path(code, :use)
          def back = docket_template_path(code)
          def version_words = t(".version", code: code, version: asked.version)
          def description = asked.definition["description"].to_s
          def scripts = ["components/contacts"]
          def files? = asked.files?

          def case_options
            [["", t(".choose")], *@case_files.map { |row| [row.code, "#{row.code}  #{row.title}"] }]
          end

          def case_value = asked.answers["case_file"]

          # What is sent as the kept document, in words.
          def kept_words(document)
            return unless document.file

            count = Core::Documents::PageRanges.pages(document.said["pages"], document.file[:page_count]).size
            t(".kept", name: document.file[:file_name], pages: counted("page", count))
          end

          def heading(document)
            role = t(".roles.#{document.said["role"]}")
            t(".document", number: document.number, role: role, class: document.record_class.title)
          end

          def asks_file?(document) = document.replace != "kept" && document.made?
          def asks_record?(document) = document.replace != "kept" && !trial?
          def record_number(document) = asked.answers.dig("records", document.number.to_s).to_s
          def file_problem(document) = problems["documents.#{document.number}"]
          def item_problem(document, item) = problems["particulars.#{document.number}.#{item["name"]}"]
          def person_problem(role, key) = problems["people.#{role["letter"]}.#{key}"]

          # [[key, attributes of its field], ...]
          def keys(role)
            KEYS.select do |key, _|
              key_asked?(key) ? role["ask"].to_a.include?(key) : asked.typed?(role)
            end.map do |key, given|
              fills = { data: { contact: true, contact_fills: fills(role) } } if key == "name"
              [key, { **given, **fills.to_h }]
            end
          end

          def question_value(item) = asked.answers.dig("ask", item["name"])
          def role_words(role) = t(".role", title: role["title"], act: t("acts.#{role["act"]}"))

          private

          def key_asked?(key) = Core::Dockets::TemplateDefinition::ASKED.include?(key)
          def fills(role) = %w[email organisation].map { |key| "#{key}=f-people-#{role["letter"]}-#{key}-" }.join(" ")
        end
      end
    end
  end
end
