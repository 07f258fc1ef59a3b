# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module DocketTemplates
        # What differs between two versions of a template.
        class Changes < Page
          MAX = 200

          attr_reader :row, :from, :to, :changes

          # +row+: Store::DocketTemplate; +from+, +to+: numbers of its versions; +changes+: of
          # Core::Dockets::TemplateChanges.
          def initialize(context, row, from:, to:, changes:)
            super(context)
            @row = row
            @from = from
            @to = to
            @changes = changes
          end

          def place = :rules
          def title = t(".title", code: row.code, from: from, to: to)
          def back = docket_template_path(row.code)
          def what(change) = t(".kinds.#{change.kind}", name: change.name)
          def way(change) = change.way == :changed ? member(change.member) : t(".ways.#{change.way}")
          def value(value) = shortened(plain(value), MAX)

          private

          def member(name) = t(".members.#{name}")

          def plain(value)
            case value
            when nil, "" then t(".nothing")
            when Array then value.empty? ? t(".nothing") : value.join(I18n.t("lists.comma"))
            when Hash then value.empty? ? t(".nothing") : value.map { |name, one| "#{name}: #{plain(one)}" }.join("; ")
            when true, false then t("answers.#{value ? "yes" : "no"}")
            else value.to_s
            end
          end
        end
      end
    end
  end
end
