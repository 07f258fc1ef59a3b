# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # What is found on one page to write on: lines, and runs of underscores or dots, by the label that stands
        # beside, above or beneath them, and marks that stand where a field should be.
        class Blanks
          MARKS = Labels::KINDS.merge("text" => "text", "number" => "number", "tick" => "tick").freeze
          MARK = /
            \{(signature|sign|date|name|initials|title|organisation|email|text|number|tick)
            (?::([A-Z]{1,2}))?(?::([^{}:]{1,60}))?\}
          /ix
          LENGTHS = (40..330)
          # Of a run of underscores or dots, however short its signs are.
          LEAST_SIGNS = 6
          BESIDE_POINTS = 95
          # A label may end this far before its line, where columns are set.
          COLUMN_POINTS = 150
          LEVEL_POINTS = 9
          MARK_POINTS = 90
          GAP_POINTS = 12
          # Room over a line in which nothing is written yet, and how high above it a label begins.
          ROOM_POINTS = 9
          ABOVE_POINTS = (11..32)
          INDENT_POINTS = 8
          JOINING = %w[of the a by for].freeze
          # Two lines for the same thing, side by side.
          TWIN_POINTS = 24

          # +page+: Page; +taken+: rules that are something else, such as those of tables.
          def initialize(page, taken: [])
            @page = page
            @words = page.words
            @taken = taken
          end

          # [Found, ...]
          def found = labelled + marks

          private

          def labelled
            named = blanks.to_h { |blank| [blank, named(blank)] }.compact
            named.merge!(twins(named)) { |_, kept, _| kept }
            named.map { |blank, (kind, settings)| Found.new(kind: kind, blank: blank, settings: settings) }
          end

          # [kind, settings] of what the words around +blank+ say; nil where they say nothing.
          def named(blank)
            kind = kind_of(blank)
            return [kind, {}] if kind

            label = blank.underscores ? label_before(blank) : label_near(blank)
            label && Labels.read(label)
          end

          # Initials of another party stand beside the first ones, without a label of their own.
          def twins(named)
            initials = named.select { |_, (kind, _)| kind == "initials" }.keys
            pairs = initials.map { |blank| [blanks.find { |other| twin?(other, blank) }, ["initials", {}]] }
            pairs.select(&:first).to_h
          end

          def twin?(other, blank)
            gap = other.x - blank.x - blank.length
            other.y == blank.y && gap.between?(1, TWIN_POINTS) && (other.length - blank.length).abs < 2
          end

          def blanks = @blanks ||= ruled.uniq + @words.filter_map { |word| underscored(word) }

          def ruled
            lines = (@page.rules - @taken).select { |_, _, length| LENGTHS.cover?(length) }
            lines.map { |x, y, length| Blank.new(x: x, y: y, length: length) }
          end

          # The part of +word+ that is underscores, or dots that lead to nothing: "Date:________" is one word to the
          # reader of the PDF.
          def underscored(word)
            run = word.text[RUNS] or return
            return if run.start_with?(".", "…") && leads?(word)

            each = word.width / word.text.length
            length = run.length * each
            return unless LENGTHS.cover?(length) || run.length >= LEAST_SIGNS

            Blank.new(
              x: (word.x + (word.text.index(run) * each)).round(1),
              y: word.y.round(1),
              length: length.round(1),
              underscores: true
            )
          end

          # Do these dots lead to a number, as in a table of contents?
          def leads?(word)
            return true if word.text.match?(/\d\z/)

            @words.any? do |other|
              (other.y - word.y).abs <= 2 && (other.x - word.right).between?(-1, BESIDE_POINTS) &&
                other.text.match?(/\A\d+\z/)
            end
          end

          # The kind that the nearest label gives to +blank+: on its line to the left, in the word itself, or beneath
          # its beginning.
          def kind_of(blank)
            left = labels.select { |word, _| beside?(word, blank) }.max_by { |word, _| word.right }
            return left.last if left && alone?(left.first) && nothing_between?(left.first, blank)

            labels.select { |word, _| beneath?(word, blank) }.min_by { |word, _| (word.x - blank.x).abs }&.last
          end

          # [[Word, kind], ...]
          def labels
            @labels ||= @words.to_h { |word| [word, Labels::KINDS[Labels.plain(word.text)]] }.compact.to_a
          end

          # Does a label stand for itself? "Place of signature" is a place, "Master's signature" is one.
          def alone?(word)
            before = @words.select { |other| (other.y - word.y).abs <= 3 && other.right <= word.x + 1 }.max_by(&:right)
            return true if before.nil? || word.x - before.right > GAP_POINTS || before.text.match?(RUNS)

            Labels::LEADING.include?(Labels.plain(word.text)) && !JOINING.include?(before.text.downcase)
          end

          def beside?(word, blank)
            (word.y - blank.y).abs <= LEVEL_POINTS && word.x < blank.x && blank.x - word.right <= BESIDE_POINTS
          end

          def beneath?(word, blank)
            (blank.y - word.top).between?(-2, BENEATH_POINTS) && word.x >= blank.x - 4 &&
              word.x < blank.x + blank.length
          end

          # A line after another line does not belong to the label before the first.
          def nothing_between?(word, blank)
            blanks.none? do |other|
              other != blank && (other.y - blank.y).abs <= LEVEL_POINTS && other.x >= word.x && other.x < blank.x
            end
          end

          # The words that lead up to a run of underscores, if it has no label that is known.
          def label_before(blank)
            before = nearest(line_before(blank), blank).last(MAX_LABEL_WORDS).map(&:text)
            Detection.label([*before, own_beginning(blank)].join(" ").gsub(/[:\s]+\z/, ""))
          end

          # What stands before a drawn line, or above its beginning; nothing where something is written on it.
          def label_near(blank)
            return if written?(blank)

            label_left(blank) || label_above(blank)
          end

          def written?(blank)
            @words.any? do |word|
              word.right > blank.x + 2 && word.x < blank.x + blank.length - 2 && word.top > blank.y + 1 &&
                word.y < blank.y + ROOM_POINTS && !word.text.match?(RUNS)
            end
          end

          def label_left(blank)
            run = Labels.runs(line_before(blank), GAP_POINTS).last or return
            return if blank.x - run.last.right > COLUMN_POINTS || !nothing_between?(run.last, blank)

            Labels.label(run)
          end

          def label_above(blank)
            above = @words.select { |word| ABOVE_POINTS.cover?(word.y - blank.y) && word.x >= blank.x - INDENT_POINTS }
            nearest = above.map(&:y).min or return
            line = Labels.runs(above.select { |word| (word.y - nearest).abs <= 3 }, GAP_POINTS).first
            Labels.label(line) if over?(line, blank)
          end

          # Does a run of words begin over the beginning of +blank+, and end over it?
          def over?(line, blank)
            (line.first.x - blank.x).abs <= INDENT_POINTS && line.last.right <= blank.x + blank.length
          end

          # On the line of +blank+, to its left.
          def line_before(blank)
            level = @words.select { |word| (word.y - blank.y).abs <= 5 && word.right <= blank.x + 4 }
            level.reject { |word| word.text.match?(RUNS) }.sort_by(&:x)
          end

          # Of +line+, what stands without a wide gap before +blank+.
          def nearest(line, blank)
            line.reverse.each_with_object([]) do |word, kept|
              kept.unshift(word) if word.right >= (kept.first&.x || blank.x) - GAP_POINTS
            end
          end

          # Of the word that the underscores are a part of.
          def own_beginning(blank)
            same = @words.select { |word| blank.x.between?(word.x, word.right) && (word.y - blank.y).abs <= 1 }
            same.find { |word| word.text.match?(RUNS) }&.text.to_s[/\A[^_.…]*/]
          end

          def marks
            @words.filter_map { |word| word.text.match(MARK)&.then { |match| marked(word, *match.captures) } }
          end

          def marked(word, name, letter, label)
            kind = MARKS.fetch(name.downcase)
            x, y = [word.x, word.y].map { |side| side.round(1) }
            Found.new(
              kind: kind,
              blank: Blank.new(x: x, y: y, length: [word.width, MARK_POINTS].max.round(1)),
              box: ([x, y, 12.0, 12.0] if kind == "tick"),
              letter: letter,
              settings: label ? { "label" => label.tr("_", " ") } : {}
            )
          end
        end
      end
    end
  end
end
