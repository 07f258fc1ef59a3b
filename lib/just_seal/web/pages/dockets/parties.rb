# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # Who acts on a draft, in which order, by when, and what they are told.
        class Parties < Page
          # More parties than these are folded.
          MOST_OPEN = 12

          OPTIONS = Core::Dockets::Options
          # The options are open where one of these is set.
          TYPED_OPTIONS = %w[told return_to password].freeze

          attr_reader :docket, :form, :documents, :points, :groups, :sources, :templates

          # +form+: WhoForm; +points+: of readiness; +staff+, +groups+: who can be asked; +sources+: of
          # Queries::PartySources; +templates+: of Queries::FittingTemplates.
          def initialize(
            context, docket, form:, documents:, points:, staff:, groups:, sources:, templates:, problems: {}
          )
            super(context)
            @docket = docket
            @form = form
            @documents = documents
            @points = points
            @staff = staff
            @groups = groups
            @sources = sources
            @templates = templates
            @problems = problems
          end

          def place = :dockets
          def title = docket.title
          def scripts = %w[components/contacts pages/who]
          def path = docket_step_path(docket, :parties)
          def editors_path = docket_step_path(docket, :editors)
          def rows = @rows ||= form.rows

          def refusal
            problems["conflict"] || problems["parties"] || (t(".problems", count: problems.size) if problems.any?)
          end

          # [[title, [SeatFields, ...]], ...]
          def turns
            rows.group_by(&:turn).each_with_index.map do |(_turn, together), index|
              key = together.size > 1 ? "dockets.show.turn_any_order" : "dockets.show.turn"
              [t(key, turn: index + 1), together.map { |row| seat(row) }]
            end
          end

          def myself_missing? = rows.none? { |row| row.account == viewer.id.to_s }
          def others? = groups.any? || sources.any?

          def source_words(source)
            key, facts = source[:from]
            t("party_sources.from.#{key}", **facts)
          end

          # Why a template fits.
          def fit_words(fit)
            [
              (t(".same_class", title: fit.class_title) if fit.class_title),
              (t(".same_wording", percent: (fit.likeness * 100).round) if fit.likeness)
            ].compact.join("; ")
          end

          def template_path(fit) = "#{docket_step_path(docket, :template)}/#{fit.template.code}"
          def closing = t(".closing", hour: WhoForm::CLOSING_HOUR)
          def marks = t(".marks", marks: Core::Dockets::WordingMarks::NAMES.map { |name| "{{#{name}}}" }.join(" "))
          def group_options = groups.map { |group| [group.id, group.name] }

          # What is allowed, and who else is told
          def options_open?
            TYPED_OPTIONS.any? { |name| problems[name] || !form[name].empty? } ||
              OPTIONS::TICKED.any? { |name| form.ticked?(name) } || password?
          end

          def texts? = !office.settings.text_url.nil?
          def password? = docket.options.key?("password")
          def told_of = OPTIONS::TOLD_OF.map { |key| [key, t("docket_options.told_of.#{key}")] }
          def option_ticks = OPTIONS::TICKED.map { |name| [name, t("docket_options.#{name}")] }

          private

          def seat(row)
            SeatFields.new(
              context,
              row,
              staff: @staff,
              problems: problems,
              last_turn: [rows.size, rows.map { |one| one.turn.to_i }.max.to_i, 1].max,
              phrase: !party(row)&.phrase_hash.nil?,
              role_title: party(row)&.role_title,
              folds: rows.size > MOST_OPEN,
              group: (all_groups[row.group.to_i] if row.group?)
            )
          end

          def party(row) = docket.parties.find { |party| party.letter == row.letter }
          def all_groups = @all_groups ||= groups.to_h { |group| [group.id, group] }
        end
      end
    end
  end
end
