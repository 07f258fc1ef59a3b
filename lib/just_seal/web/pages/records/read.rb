# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # A version of a record, read in place, alone or beside another one.
        class Read < ReadingPage
          # +versions+: all of the record, the newest first; +beside+: the Store::Version to compare with, or nil.
          def initialize(context, record, version:, versions:, beside: nil)
            super(context)
            @record = record
            @version = version
            @versions = versions.select(&:pdf?)
            @beside = beside
          end

          def place = :records
          def paper = @paper ||= paper_of(@version)
          def beside = @beside && paper_of(@beside)
          def alone = version_path(@record, @version.number)

          def others
            return [] if @versions.size < 2

            @versions.map do |one|
              here = one.id == @version.id
              Other.new(
                words: words_for(one),
                time: one.created_at,
                path: version_path(@record, one.number),
                beside: (version_path(@record, @version.number, beside: one.number) unless here),
                current: here
              )
            end
          end

          private

          def paper_of(version)
            Paper.new(
              title: @record.title,
              number: words_for(version),
              pages: version.page_count,
              facts: facts(version),
              file: version_file_path(@record, version.number, inline: 1),
              marks: version_marks_path(@record, version.number),
              download: version_file_path(@record, version.number)
            )
          end

          def words_for(one)
            t("reading.show.version", number: one.number, kind: t("version_kinds.#{one.kind}").downcase)
          end

          def facts(version)
            name = version.creator&.name || t("layouts.staff.product")
            made = time_tag(version.created_at, :short)
            place = { number: @record.number, path: record_path(@record), title: @record.title }
            [
              [t("reading.show.record"), t("reading.show.record_html", **place)],
              [t("reading.show.made"), t("reading.show.made_html", time: made, name: name)]
            ]
          end
        end
      end
    end
  end
end
