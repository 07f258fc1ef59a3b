# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # A document of a docket as it stands now: prepared, out, or sealed.
        class Read < ReadingPage
          include DocketWords

          # +document+: Store::DocketDocument; +documents+: all of the docket.
          def initialize(context, document, documents:)
            super(context)
            @document = document
            @documents = documents
          end

          def place = :dockets
          def docket = @document.docket

          def paper
            @paper ||= Paper.new(
              title: record.title,
              number: docket.number,
              pages: @document.version.page_count,
              facts: facts,
              file: docket_document_file_path(docket, @document.position),
              marks: docket_document_marks_path(docket, @document.position)
            )
          end

          def others
            return [] if @documents.size < 2

            @documents.map do |one|
              path = docket_document_path(docket, one.position)
              Other.new(words: one.record.title, path: path, current: one.id == @document.id)
            end
          end

          private

          def record = @document.record

          def facts
            place = { number: docket.number, path: docket_path(docket), title: docket.title }
            number = t("reading.show.docket_html", **place)
            [[t("reading.show.docket"), number], [t("reading.show.stands"), docket_status(docket, docket.parties)]]
          end
        end
      end
    end
  end
end
