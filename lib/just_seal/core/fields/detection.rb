# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # Finds where a document waits to be filled in: lines and runs of underscores with a label beside or beneath them, and marks that were written into
      # the text, such as {signature:A}. What it finds is proposed, never placed.
      module Detection
        # +text+; the box in points from the lower left corner.
        Word = Value.of(:text, :x, :y, :width, :height) do
          def right = x + width
          def top = y + height
        end
        # +number+: from 1; +words+: [Word, ...]; +rules+: [[x, y, length], ...]
        Page = Value.of(:number, :words, :rules)
        # +letter+, +names+: texts that stand for the party, such as its name and organisation; +signs+: is it asked to sign?
        Person = Value.of(:letter, :names, :signs)
        Proposal = Value.of(:kind, :party, :page, :x, :y, :width, :height)
        Blank = Value.of(:x, :y, :length)

        LABELS = { "signature" => "signature", "signatures" => "signature", "signed" => "signature", "sign" => "signature", "date" => "acting_date", "dated" => "acting_date",
                   "name" => "full_name" }.freeze
        MARK = /\{(signature|sign|date|name)(?::([A-Z]))?\}/i
        UNDERSCORES = /_{4,}/
        LENGTHS = (45..330).freeze
        BESIDE_POINTS = 95
        LEVEL_POINTS = 9
        BENEATH_POINTS = 15
        CONTEXT_POINTS = 95
        SAME_BLOCK_POINTS = 70
        HEIGHTS = { "signature" => 30.0, "acting_date" => 15.0, "full_name" => 15.0 }.freeze
        MOST_WIDTH = 220

        module_function

        # +pages+: [Page, ...]; +people+: [Person, ...] in the order of their turns. Returns [Proposal, ...] from the first page on, each page from the top.
        def call(pages, people)
          found = pages.flat_map { |page| on_page(page).map { |kind, blank, letter| [page, kind, blank, letter] } }
          signers = people.select(&:signs)
          signatures = assigned(found.select { |_, kind, _, _| kind == "signature" }, signers)
          found.filter_map do |page, kind, blank, letter|
            party = letter || (kind == "signature" ? signatures[[page.number, blank]] : neighbour(page, blank, signatures))
            proposal(page, kind, blank, party) if party
          end
        end

        # [[kind, blank, letter or nil], ...] from the top.
        def on_page(page)
          lines = blanks(page).filter_map { |blank| label(page, blank)&.then { |kind| [kind, blank, nil] } }
          (lines + marks(page)).uniq.sort_by { |_, blank, _| [-blank.y, blank.x] }
        end

        def blanks(page)
          ruled = page.rules.select { |_, _, length| LENGTHS.cover?(length) }.map { |x, y, length| Blank.new(x: x, y: y, length: length) }
          ruled + page.words.filter_map { |word| underscored(word) }
        end

        # The part of +word+ that is underscores: "Date:________" is one word to the reader of the PDF.
        def underscored(word)
          run = word.text[UNDERSCORES] or return
          each = word.width / word.text.length
          length = run.length * each
          Blank.new(x: (word.x + (word.text.index(run) * each)).round(1), y: word.y.round(1), length: length.round(1)) if LENGTHS.cover?(length) || run.length >= 6
        end

        # The kind that the nearest label gives to +blank+: on its line to the left, in the word itself, or beneath its beginning.
        def label(page, blank)
          labels = page.words.filter_map { |word| LABELS[plain(word.text)]&.then { |kind| [word, kind] } }
          left = labels.select { |word, _| beside?(word, blank) }.max_by { |word, _| word.right }
          return left.last if left && nothing_between?(page, left.first, blank)

          labels.select { |word, _| beneath?(word, blank) }.min_by { |word, _| (word.x - blank.x).abs }&.last
        end

        def plain(text) = text.downcase[/[a-z]+/].to_s
        def beside?(word, blank) = (word.y - blank.y).abs <= LEVEL_POINTS && word.x < blank.x && blank.x - word.right <= BESIDE_POINTS
        def beneath?(word, blank) = blank.y - word.top >= -2 && blank.y - word.top <= BENEATH_POINTS && word.x >= blank.x - 4 && word.x < blank.x + blank.length

        # A line after another line does not belong to the label before the first.
        def nothing_between?(page, word, blank)
          blanks(page).none? { |other| other != blank && (other.y - blank.y).abs <= LEVEL_POINTS && other.x >= word.x && other.x < blank.x }
        end

        def marks(page)
          page.words.filter_map do |word|
            match = word.text.match(MARK) or next
            [LABELS.fetch(match[1].downcase), Blank.new(x: word.x.round(1), y: word.y.round(1), length: [word.width, 90].max.round(1)), match[2]]
          end
        end

        # {[page number, blank] => letter} for +signatures+: who is named above, or else the next of +signers+ who has none yet; nil when nobody is left.
        def assigned(signatures, signers)
          named = signatures.to_h { |page, _, blank, letter| [[page.number, blank], letter || named_above(page, blank, signers)] }
          left = signers.map(&:letter) - named.values
          named.to_h { |key, letter| [key, letter || left.shift] }
        end

        # The one of +people+ whose name or organisation stands just beneath +blank+, or nearest above it; nil for none or several.
        def named_above(page, blank, people)
          near = page.words.select { |word| word.y.between?(blank.y - BENEATH_POINTS - 5, blank.y + CONTEXT_POINTS) && word.x < blank.x + blank.length + 120 }
          rows = near.group_by { |word| (word.y / 4).round * 4 }.sort_by { |height, _| height < blank.y ? blank.y - height : height - blank.y + CONTEXT_POINTS }
          rows.each do |_, words|
            text = words.sort_by(&:x).map(&:text).join(" ").downcase
            hit = people.select { |person| person.names.any? { |name| name.length > 2 && text.include?(name.downcase) } }
            return hit.first.letter if hit.size == 1
          end
          nil
        end

        # The party whose signature is nearest on the same page.
        def neighbour(page, blank, signatures)
          near = signatures.select { |(number, other), _| number == page.number && (other.y - blank.y).abs <= SAME_BLOCK_POINTS }
          near.min_by { |(_, other), _| [(other.y - blank.y).abs, other.y < blank.y ? 1 : 0] }&.last
        end

        def proposal(page, kind, blank, party)
          width = [blank.length - 4, MOST_WIDTH].min
          width = [width, 120.0].min if kind == "acting_date"
          Proposal.new(kind: kind, party: party, page: page.number, x: (blank.x + 2).round(2), y: (blank.y + 1).round(2), width: width.round(2), height: HEIGHTS.fetch(kind))
        end
      end
    end
  end
end
