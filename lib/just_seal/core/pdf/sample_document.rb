# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # A document to try everything on: it says on every page that it binds nobody, and has places to sign.
      module SampleDocument
        PAGES = 2
        SIZE = 10.5

        module_function

        # +words+: {title:, mark:, body: [paragraph, ...], places: [line, ...]}. Returns bytes.
        def call(words, faces:)
          doc = Archival.fresh(level: "2u")
          sheet = Sheet.new(doc, faces)
          sheet.write(words.fetch(:title), role: :title, size: 20, leading: 1.3)
          paragraphs(sheet, words.fetch(:body))
          sheet.turn_page
          words.fetch(:places).each do |line|
            sheet.y -= 34
            sheet.write(line, size: SIZE)
          end
          bytes = Archival.written(doc)
          UnsealedCopy.call(bytes, mark: words.fetch(:mark), note: words.fetch(:mark), faces: faces)
        end

        def paragraphs(sheet, texts)
          texts.each do |text|
            sheet.y -= 8
            sheet.write(text, size: SIZE)
          end
        end
      end
    end
  end
end
