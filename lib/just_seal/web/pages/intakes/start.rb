# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Intakes
        # Where capturing starts: files are dropped, or a template is filled in.
        class Start < Page
          attr_reader :record_class, :case_file, :templates

          # +open+: [[Store::Intake, states], ...] that are not finished; +case_files+: into which may be captured.
          def initialize(context, record_class:, case_file:, templates:, classes:, case_files:, open:, problems: {})
            super(context)
            @record_class = record_class
            @case_file = case_file
            @templates = templates
            @classes = classes
            @case_files = case_files
            @open = open
            @problems = problems
          end

          def place = :records
          def scripts = %w[components/drop]

          # [[id, name], ...] of those that are connected.
          def repositories = @repositories ||= Queries::Repositories.offered

          def class_options
            [["", t(".same_as_case_file")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          end

          def case_options
            [["", t(".decide_later")], *@case_files.map { |row| [row.code, "#{row.code}  #{row.title}"] }]
          end

          def written_classes = @classes.map { |row| [row.code, "#{row.code} #{row.title}"] }
          def template_path = "#{capture_path}/from-template"
          def class_words(template) = "#{template.record_class.code} #{template.record_class.title}"

          # [[Queries::Desk::Dropped, what it is], ...]
          def open
            @open.map do |intake|
              made_of = intake.template_title
              [intake, made_of ? t(".from_template", title: made_of) : counted("file", intake.states.size)]
            end
          end
        end
      end
    end
  end
end
