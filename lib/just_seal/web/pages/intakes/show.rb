# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Intakes
        # Files that are being captured: what all have in common, and each of them; or a document that a template makes.
        class Show < Page
          include IntakeWords

          # Names of files that a table names and the intake has not, as far as they are told.
          MAX_LEFT = 10

          attr_reader :intake, :form, :mark

          # +form+: Queries::IntakeForm; +twins+: {sha256 => Store::Version that holds these bytes}; +filled+: what
          # FillIntake returned just now, nil for nothing.
          def initialize(context, intake, form:, classes:, case_files:, mark:, twins:, filled: nil, problems: {})
            super(context)
            @intake = intake
            @form = form
            @classes = classes
            @case_files = case_files
            @mark = mark
            @twins = twins
            @filled = filled
            @problems = problems
          end

          def place = :records
          def title = t(template? ? ".window_template" : ".window")

          def scripts
            usual = %w[components/live components/drop pages/intake components/contacts]
            template? ? [*usual, "components/preview"] : usual
          end

          def template? = !intake.template_id.nil?
          def ended? = !intake.ended_at.nil?
          def several? = form.single.nil?
          def path = intake_path(intake.id)
          def mark_path = "#{path}/mark"
          def files_path = "#{path}/files"
          def table_path = "#{path}/table"

          # What a table has just filled in; nil where none was brought.
          def table_told
            return unless @filled

            files, left = @filled
            told = t(".table_told", files: counted("file", files))
            left.empty? ? told : "#{told} #{t(".table_left", names: left.first(MAX_LEFT).join(I18n.t("lists.comma")))}"
          end

          def files_token = context.token_for(files_path)

          def count(state) = form.files.count { |file| file.state == state }
          def looked_at = form.files.size - count("waiting")
          def waiting? = count("waiting").positive?
          def ready? = count("ready").positive?

          def heading
            return t(".kept", records: counted("record", count("kept"))) if ended?
            return t(".from_template", title: intake.template.title) if template?

            form.files.empty? ? t(".capture") : t(".capture_several", documents: counted("document", form.files.size))
          end

          def lead
            return t(".lead_ended") if ended?

            t(template? ? ".lead_template" : ".lead")
          end

          def progress
            parts = [
              (t(".looked_at", done: looked_at, all: form.files.size) if waiting?),
              (t(".ready", count: count("ready")) if ready?),
              (t(".unfit", count: count("unfit")) if count("unfit").positive?),
              (t(".are_kept", count: count("kept")) if count("kept").positive?)
            ].compact
            parts.empty? ? t(".none_yet") : parts.join(I18n.t("lists.comma"))
          end

          def refusal
            return problems["conflict"] || problems["files"] if problems["conflict"] || problems["files"]

            t(several? ? ".problems_several" : ".problems", count: problems.size) if problems.any?
          end

          # [[file name, why it was not taken], ...]
          def refused
            return [] if ended?

            intake.typed["refused"].to_a.map { |name, why| [name, Words.kept(why)] }
          end

          def files = form.files.map { |file| FileRow.new(context, file, page: self, twin: @twins[file.sha256]) }

          def common_heading
            return t(".headings.common") if several?

            t(template? ? ".headings.template" : ".headings.single")
          end

          def class_options
            all = @classes.map { |row| [row.code, "#{row.code} #{row.title}"] }
            intake.class_open? ? [["", t(".choose")], *all] : all
          end

          # Until somebody has said of which class they are, nothing is asked of them.
          def class_code = intake.class_open? ? "" : intake.record_class.code

          def class_words
            intake.class_open? ? t(".class_open") : "#{intake.record_class.code} #{intake.record_class.title}"
          end

          def case_options = [["", t(".choose")], *@case_files.map { |row| [row.code, "#{row.code}  #{row.title}"] }]
          def template_title = intake.typed["titles"].to_h["new"]
          def main_make? = count("ready") != 1
          def keep_words = t(".keep", count: count("ready"))

          # [[item, value, problem, hint], ...] of what all files have in common.
          def common
            return [] if intake.class_open?

            intake.record_class.particulars.map do |item|
              value, source = form.common(item["name"])
              shown = several? ? item.merge("required" => false, "needed_each" => item["required"]) : item
              [shown, value, problems["particulars.#{item["name"]}"], hint(item, source)]
            end
          end

          # The document that the template made
          def made = form.files.first

          def missing_marks
            labels = intake.record_class.particulars.to_h { |item| item.values_at("name", "label") }
            made.marks.to_h["missing"].to_a.map { |name| labels[name.split(".").first] || name }.uniq
          end

          def unknown_marks = made.marks.to_h["unknown"].to_a.map { |mark| "{{#{mark}}}" }

          private

          def hint(item, source)
            return t(".from_case_file") if source == :case_file

            t(".read_from", page: form.single && form.page_read(form.single, item["name"])) if source == :read
          end
        end
      end
    end
  end
end
