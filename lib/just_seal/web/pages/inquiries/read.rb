# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Inquiries
        # The document that an inquiry asked about.
        class Read < ReadingPage
          # +answer+: Store::Answer; +name+: of the document.
          def initialize(context, answer, name:)
            super(context)
            @answer = answer
            @name = name
          end

          def place = :evidence

          def paper
            @paper ||= Paper.new(
              title: @name,
              number: @answer.inquiry.number,
              facts: [[t("reading.show.inquiry"), inquiry]],
              file: answer_document_file_path(@answer.inquiry, @answer.position),
              marks: answer_document_marks_path(@answer.inquiry, @answer.position)
            )
          end

          private

          def inquiry = t("reading.show.inquiry_html", number: @answer.inquiry.number, path: back)
          def back = answer_path(@answer.inquiry, @answer.position)
        end
      end
    end
  end
end
