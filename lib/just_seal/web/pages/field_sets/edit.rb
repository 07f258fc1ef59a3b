# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module FieldSets
        # One field set: what its fields are, its versions, and where it is used.
        class Edit < Page
          include FieldWords

          # Kinds that a set may hold: those that somebody fills in by typing or choosing.
          KINDS = %w[text text_lines number money date email choice tick].freeze

          attr_reader :form, :versions, :drafts, :templates

          # +form+: SetForm; +versions+, +drafts+, +templates+: of Queries::FieldSets.
          def initialize(context, form, versions:, drafts:, templates:, problems: {})
            super(context)
            @form = form
            @versions = versions
            @drafts = drafts
            @templates = templates
            @problems = problems
          end

          def place = :rules
          def title = form.fresh? ? t(".new") : form.title
          def path = form.fresh? ? field_sets_path : field_set_path(form.name)
          def defines? = may?(:define_classes)
          def save_words = form.fresh? ? t(".save_new") : t(".save", version: form.version + 1)
          def used? = drafts.any? || templates.any?
          def kinds = KINDS.map { |kind| [kind, kind_words(kind)] }
          def masks = { "" => t("masks.none"), **mask_options }.to_a
          def mask(item) = item["settings"]["mask"].to_s
          def problem(index) = problems["items.#{index}"]
          def cell(column, index) = t(".cells.#{column}", number: index + 1)
          def lines(item) = Array(item["settings"]["options"]).join("\n")

          # "3 of version 1, 2 of version 2"
          def use_words(versions)
            list(versions.sort.map { |version, count| t(".of_version", count: count, version: version) })
          end

          def old?(versions) = versions.keys.any? { |version| version < form.version }
        end
      end
    end
  end
end
