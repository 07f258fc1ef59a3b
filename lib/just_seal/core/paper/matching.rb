# frozen_string_literal: true

module JustSeal
  module Core
    module Paper
      # Which sheets of a printed copy the pictures of its scans show, and which are missing, twice there, or of
      # something else.
      class Matching
        # One picture: +id+: any; +width+, +height+: pixels; +marks+: [[Mark, [x, y] of its middle], ...].
        Picture = Value.of(:id, :width, :height, :marks)
        # A picture that shows a sheet, and how it lies on it.
        Placed = Value.of(:picture, :alignment)
        # +reason+: :missing, :twice, :of_another, :unmarked or :half; +facts+: values for its wording.
        Finding = Value.of(:reason, :facts)

        # +code+: of the copy; +sheets+: {[document, page] => Layout}, without the cover; +pictures+: [Picture, ...] in
        # the order in which they were brought.
        def initialize(code, sheets, pictures)
          @code = code
          @sheets = sheets
          @pictures = pictures
        end

        # {[document, page] => Placed}: where a sheet is there twice, the later picture counts.
        def placed
          @placed ||= own.each_with_object({}) do |(picture, sheet), found|
            alignment = aligned(picture, sheet)
            found[sheet] = Placed.new(picture: picture, alignment: alignment) if alignment
          end
        end

        def missing = @sheets.keys - placed.keys
        def complete? = missing.empty?

        # [Finding, ...]: what keeps the copy from being taken in comes first.
        def findings
          [
            *(missing - half).map { |document, page| finding(:missing, document: document, page: page) },
            *half.map { |document, page| finding(:half, document: document, page: page) },
            *twice.map { |(document, page), times| finding(:twice, document: document, page: page, count: times) },
            *numbers_of(others).map { |number| finding(:of_another, number: number) },
            *numbers_of(unmarked).map { |number| finding(:unmarked, number: number) }
          ]
        end

        private

        def finding(reason, **facts) = Finding.new(reason: reason, facts: facts)

        # [[picture, sheet], ...] of those of this copy, the cover left out.
        def own
          @own ||= @pictures.filter_map do |picture|
            mark = picture.marks.map(&:first).find { |one| one.code == @code && @sheets.key?(one.sheet) }
            [picture, mark.sheet] if mark
          end
        end

        def twice = own.map(&:last).tally.select { |_, times| times > 1 }

        # Sheets that are there with one code only: how they lie can't be told.
        def half = own.map(&:last).uniq - placed.keys
        def others = @pictures.select { |one| one.marks.any? && one.marks.none? { |mark, _| mark.code == @code } }
        def unmarked = @pictures.select { |one| one.marks.empty? }
        def numbers_of(pictures) = pictures.map { |one| @pictures.index(one) + 1 }

        def aligned(picture, sheet)
          points = picture.marks.select { |mark, _| mark.code == @code && mark.sheet == sheet }
            .to_h { |mark, point| [mark.corner, point] }
          return unless points.size == 2

          layout = @sheets.fetch(sheet)
          corners = points.keys.sort
          Alignment.of(corners.map { |corner| points[corner] }, corners.map { |corner| layout.middle(corner) })
        end
      end
    end
  end
end
