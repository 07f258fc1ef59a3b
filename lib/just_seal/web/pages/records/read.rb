# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # A version of a record, read in place.
        class Read < Page
          attr_reader :record, :version, :versions

          # +versions+: all of the record, the newest first.
          def initialize(context, record, version:, versions:)
            super(context)
            @record = record
            @version = version
            @versions = versions.select(&:pdf?)
          end

          def place = :records
          def scripts = %w[pages/reading]
          def title = t(".window", title: record.title, number: version.number)

          def given
            { title: record.title, file: version_file_path(record, version.number, inline: 1) }
          end

          def made
            t(".made_html", time: time_tag(version.created_at, :short), name: version.creator&.name || t(".product"))
          end

          def version_words(one)
            t(".version", number: one.number, kind: t("version_kinds.#{one.kind}").downcase)
          end

          def current(one) = ("page" if one.id == version.id)
        end
      end
    end
  end
end
