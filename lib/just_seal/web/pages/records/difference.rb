# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # What changed in the text from one version to another, page by page.
        class Difference < Page
          # Longer runs of lines that are the same are shown by their first and last line.
          MAX_SAME = 4

          attr_reader :record, :before, :after

          # +pages+: of Core::Filing::TextDifference.
          def initialize(context, record, before:, after:, pages:)
            super(context)
            @record = record
            @before = before
            @after = after
            @pages = pages
          end

          def place = :records
          def title = t(".window", number: record.number)
          def changed = @pages.select(&:changed?)
          def changed_words = t(".changed", changed: changed.size, all: @pages.size)
          def versions = [[t(".before"), before], [t(".after"), after]]

          def version_words(version)
            t(".version", number: version.number, kind: t("version_kinds.#{version.kind}").downcase)
          end

          def maker(version) = version.creator&.name || t("layouts.staff.product")
          def lead = t(".lead", title: record.title, before: before.number, after: after.number)

          # [[kind, line], ...]
          def lines(page)
            runs = page.lines.chunk_while { |one, two| (one.first == :same) == (two.first == :same) }
            runs.flat_map { |run| run.first.first == :same ? shortened_run(run) : run }
          end

          # What a screen reader says before a line.
          def spoken(kind) = words_of("records.difference.spoken.#{kind}")

          private

          def shortened_run(run)
            return run if run.size <= MAX_SAME

            [run.first, [:skipped, t(".skipped", count: run.size - 2)], run.last]
          end
        end
      end
    end
  end
end
