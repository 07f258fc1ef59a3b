# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module FieldSets
        # The named groups of fields that the office keeps.
        class List < Page
          attr_reader :rows

          # +rows+: of Queries::FieldSets.live.
          def initialize(context, rows)
            super(context)
            @rows = rows
          end

          def place = :rules
          # [[name, title], ...] to begin from.
          def starters = Queries::FieldSetStarters.left(rows.map { |row, _| row.name })
          def defines? = may?(:define_classes)

          def labels(definition)
            definition["items"].map { |item| item["settings"]["label"] || item["name"] }.join(I18n.t("lists.comma"))
          end
        end
      end
    end
  end
end
