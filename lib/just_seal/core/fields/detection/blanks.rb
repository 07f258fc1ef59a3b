# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # What is found on one page to write on: lines and runs of underscores, by the label that stands beside or
        # beneath them, and marks that stand where a field should be.
        class Blanks
          LABELS = {
            "signature" => "signature",
            "signatures" => "signature",
            "signed" => "signature",
            "sign" => "signature",
            "date" => "acting_date",
            "dated" => "acting_date",
            "name" => "full_name",
            "initials" => "initials",
            "initial" => "initials",
            "title" => "job_title",
            "position" => "job_title",
            "capacity" => "job_title",
            "organisation" => "organisation",
            "organization" => "organisation",
            "company" => "organisation",
            "email" => "email"
          }.freeze
          MARKS = LABELS.merge("text" => "text", "number" => "number", "tick" => "tick").freeze
          MARK = /
            \{(signature|sign|date|name|initials|title|organisation|email|text|number|tick)
            (?::([A-Z]))?(?::([^{}:]{1,60}))?\}
          /ix
          LENGTHS = (45..330)
          BESIDE_POINTS = 95
          LEVEL_POINTS = 9
          MARK_POINTS = 90
          GAP_POINTS = 12

          # +page+: Page.
          def initialize(page)
            @page = page
            @words = page.words
          end

          # [Found, ...]
          def found = labelled + marks

          private

          def labelled
            blanks.filter_map do |blank|
              kind = kind_of(blank)
              words = kind ? nil : words_before(blank)
              next unless kind || words

              Found.new(kind: kind || "text", blank: blank, settings: words ? { "label" => words } : {})
            end
          end

          def blanks = @blanks ||= ruled.uniq + @words.filter_map { |word| underscored(word) }

          def ruled
            lines = @page.rules.select { |_, _, length| LENGTHS.cover?(length) }
            lines.map { |x, y, length| Blank.new(x: x, y: y, length: length) }
          end

          # The part of +word+ that is underscores: "Date:________" is one word to the reader of the PDF.
          def underscored(word)
            run = word.text[UNDERSCORES] or return
            each = word.width / word.text.length
            length = run.length * each
            return unless LENGTHS.cover?(length) || run.length >= 6

            Blank.new(
              x: (word.x + (word.text.index(run) * each)).round(1),
              y: word.y.round(1),
              length: length.round(1),
              underscores: true
            )
          end

          # The kind that the nearest label gives to +blank+: on its line to the left, in the word itself, or beneath
          # its beginning.
          def kind_of(blank)
            left = labels.select { |word, _| beside?(word, blank) }.max_by { |word, _| word.right }
            return left.last if left && nothing_between?(left.first, blank)

            labels.select { |word, _| beneath?(word, blank) }.min_by { |word, _| (word.x - blank.x).abs }&.last
          end

          # [[Word, kind], ...]
          def labels = @labels ||= @words.filter_map { |word| LABELS[plain(word.text)]&.then { |kind| [word, kind] } }

          def plain(text) = text.downcase.delete("-")[/[a-z]+/].to_s

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
          def words_before(blank)
            return unless blank.underscores

            before = nearest(line_before(blank), blank).last(MAX_LABEL_WORDS).map(&:text)
            Detection.label([*before, own_beginning(blank)].join(" ").gsub(/[:\s]+\z/, ""))
          end

          # On the line of +blank+, to its left.
          def line_before(blank)
            level = @words.select { |word| (word.y - blank.y).abs <= 4 && word.right <= blank.x + 4 }
            level.reject { |word| word.text.match?(UNDERSCORES) }.sort_by(&:x)
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
            same.find { |word| word.text.match?(UNDERSCORES) }&.text.to_s[/\A[^_]*/]
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
