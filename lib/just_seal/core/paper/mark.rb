# frozen_string_literal: true

module JustSeal
  module Core
    module Paper
      # What a code on a printed page says: of which copy it is, which page of which document, and which of the page's
      # two corners. Of characters that QR codes keep small (ISO/IEC 18004, 7.3.4).
      Mark = Value.of(:code, :document, :page, :corner) do
        # Of the mark that +text+ is; nil for another code.
        def self.read(text)
          found = Mark::FORM.match(text.to_s) or return
          new(code: found[1], document: found[2].to_i, page: found[3].to_i, corner: found[4].to_i)
        end

        def to_s = "JSP:#{code}:#{document}:#{page}:#{corner}"
        def sheet = [document, page]
      end

      # Letters and digits that nobody takes for one another.
      Mark::ALPHABET = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ"
      Mark::CODE_CHARACTERS = 10
      Mark::FORM = /\AJSP:([#{Mark::ALPHABET}]{#{Mark::CODE_CHARACTERS}}):(\d{1,3}):(\d{1,5}):([12])\z/
      # The cover sheet, as [document, page].
      Mark::COVER = [0, 0].freeze
    end
  end
end
