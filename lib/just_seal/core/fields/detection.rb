# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # Finds where a document waits to be filled in: lines and runs of underscores with a label beside or beneath
      # them, boxes to tick, marks that were written into the text, such as {signature:A} or {text:B:Port_of_call},
      # and the fields of a form that is there already. What it finds is proposed, never placed.
      module Detection
        # +text+; the box in points from the lower left corner.
        Word = Value.of(:text, :x, :y, :width, :height) do
          def right = x + width
          def top = y + height
        end
        # +number+: from 1; +words+: [Word, ...]; +rules+: [[x, y, length], ...]; +boxes+: [[x, y, width, height], ...],
        # small ones that are drawn; +fields+: [[kind, x, y,
        # width, height, settings], ...] of a form.
        Page = Value.of(:number, :words, :rules, :boxes, :fields)
        # +letter+, +names+: texts that stand for the party, such as its name and organisation; +signs+: is it asked to
        # sign?
        Person = Value.of(:letter, :names, :signs)
        Proposal = Value.of(:kind, :party, :page, :x, :y, :width, :height, :settings)
        Blank = Value.of(:x, :y, :length, :underscores)
        # What was found: a Blank to lay a field over, or a box [x, y, width, height]; +letter+: where it is written, or
        # nil.
        Found = Value.of(:kind, :blank, :box, :letter, :settings) do
          def height = box ? box[1] : blank.y
          def left = box ? box[0] : blank.x
        end

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
        BOX_SIGNS = /\A(?:[☐□◻❏❑]|\[_?\])/
        BOX_LABEL_POINTS = 16
        MAX_LABEL_WORDS = 8
        UNDERSCORES = /_{4,}/
        LENGTHS = (45..330)
        BESIDE_POINTS = 95
        LEVEL_POINTS = 9
        BENEATH_POINTS = 15
        CONTEXT_POINTS = 95
        SAME_BLOCK_POINTS = 70
        HEIGHTS = Hash.new(15.0).merge("signature" => 30.0, "initials" => 22.0).freeze
        MAX_WIDTH = 220

        module_function

        # +pages+: [Page, ...]; +people+: [Person, ...] in the order of their turns. Returns [Proposal, ...] from the
        # first page on, each page from the top.
        def call(pages, people)
          found = pages.flat_map { |page| on_page(page).map { |one| [page, one] } }
          signers = people.select(&:signs)
          signatures = assigned(found.select { |_, one| one.kind == "signature" }, signers)
          found.filter_map do |page, one|
            party = one.letter || (if one.kind == "signature"
                                     signatures[[
                                       page.number,
                                       one
                                     ]]
                                   else
                                     neighbour(
                                       page,
                                       one,
                                       signatures
                                     ) || filler(one, people)
                                   end)
            proposal(page, one, party) if party
          end
        end

        # [Found, ...] from the top.
        def on_page(page)
          (forms(page) + labelled(page) + marks(page) + boxes(page)).uniq.sort_by { |one| [-one.height, one.left] }
        end

        def forms(page)
          page.fields.to_a.map { |kind, *box, settings| Found.new(kind: kind, box: box, settings: settings) }
        end

        # Who fills in what stands alone: a text or a box belongs to the first who acts; a date or name without a
        # signature near belongs to nobody.
        def filler(one, people) = one.box || %w[text number].include?(one.kind) ? people.first&.letter : nil

        def labelled(page)
          blanks(page).filter_map do |blank|
            kind = label(page, blank)
            words = kind ? nil : words_before(page, blank)
            next unless kind || words

            Found.new(kind: kind || "text", blank: blank, settings: words ? { "label" => words } : {})
          end
        end

        # The words that lead up to a run of underscores, if it has no label that is known.
        def words_before(page, blank)
          return unless blank.underscores

          line = page.words.select do |word|
            (word.y - blank.y).abs <= 4 && word.right <= blank.x + 4 && !word.text.match?(UNDERSCORES)
          end.sort_by(&:x)
          near = line.reverse.each_with_object([]) do |word, kept|
            kept.unshift(word) if word.right >= (kept.first&.x || blank.x) - 12
          end
          own = page.words.find do |word|
            blank.x.between?(word.x, word.right) && (word.y - blank.y).abs <= 1 && word.text.match?(UNDERSCORES)
          end
          text = [*near.last(MAX_LABEL_WORDS).map(&:text), own&.text.to_s[/\A[^_]*/]].join(" ").gsub(
            /[:\s]+\z/,
            ""
          ).strip
          text.match?(/\p{L}{2}/) ? text[0, 60] : nil
        end

        # Small boxes that are drawn, and signs for them, with the words to their right.
        def boxes(page)
          signs = page.words.select { |word| word.text.match?(BOX_SIGNS) }
            .map do |word|
            [
              word.x,
              word.y,
              word.width / [word.text.length, 1].max * word.text[BOX_SIGNS].length,
              word.height
            ].map do |side|
              side.round(1)
            end
          end
          all = page.boxes.to_a + signs
          all.filter_map do |box|
            words = words_after(page, box, all)
            Found.new(kind: "tick", box: box, settings: { "label" => words }) if words
          end
        end

        def words_after(page, box, all)
          right = box[0] + box[2]
          if all.any? { |other| other[0] > right && (other[1] - box[1]).abs <= 6 }
            stop = all.map(&:first).select do |x|
              x > right
            end.min
          end
          line = page.words.select do |word|
            (word.y + (word.height / 2) - box[1] - (box[3] / 2)).abs <= 7 && word.right > right + 1 &&
              (stop.nil? || word.x < stop)
          end.sort_by(&:x)
          near = line.each_with_object([]) do |word, kept|
            kept << word if word.x - (kept.last&.right || right) <= BOX_LABEL_POINTS
          end
          text = near.first(MAX_LABEL_WORDS).map(&:text).join(" ").sub(BOX_SIGNS, "").strip
          text.match?(/\p{L}{2}/) ? text[0, 60] : nil
        end

        def blanks(page)
          ruled = page.rules.select do |_, _, length|
            LENGTHS.cover?(length)
          end.map { |x, y, length| Blank.new(x: x, y: y, length: length) }
          ruled.uniq + page.words.filter_map { |word| underscored(word) }
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

        # The kind that the nearest label gives to +blank+: on its line to the left, in the word itself, or beneath its
        # beginning.
        def label(page, blank)
          labels = page.words.filter_map { |word| LABELS[plain(word.text)]&.then { |kind| [word, kind] } }
          left = labels.select { |word, _| beside?(word, blank) }.max_by { |word, _| word.right }
          return left.last if left && nothing_between?(page, left.first, blank)

          labels.select { |word, _| beneath?(word, blank) }.min_by { |word, _| (word.x - blank.x).abs }&.last
        end

        def plain(text) = text.downcase.delete("-")[/[a-z]+/].to_s

        def beside?(word, blank)
          (word.y - blank.y).abs <= LEVEL_POINTS && word.x < blank.x && blank.x - word.right <= BESIDE_POINTS
        end

        def beneath?(word, blank)
          (blank.y - word.top).between?(-2, BENEATH_POINTS) && word.x >= blank.x - 4 &&
            word.x < blank.x + blank.length
        end

        # A line after another line does not belong to the label before the first.
        def nothing_between?(page, word, blank)
          blanks(page).none? do |other|
            other != blank && (other.y - blank.y).abs <= LEVEL_POINTS && other.x >= word.x && other.x < blank.x
          end
        end

        def marks(page)
          page.words.filter_map do |word|
            match = word.text.match(MARK) or next
            kind = MARKS.fetch(match[1].downcase)
            blank = Blank.new(x: word.x.round(1), y: word.y.round(1), length: [word.width, 90].max.round(1))
            box = [word.x.round(1), word.y.round(1), 12.0, 12.0] if kind == "tick"
            Found.new(
              kind: kind,
              blank: blank,
              box: box,
              letter: match[2],
              settings: match[3] ? { "label" => match[3].tr("_", " ") } : {}
            )
          end
        end

        # {[page number, found] => letter} for +signatures+: who is named above, or else the next of +signers+ who has
        # none yet; nil when nobody is left.
        def assigned(signatures, signers)
          named = signatures.to_h do |page, one|
            [
              [page.number, one],
              one.letter || named_above(
                page,
                one.blank || Blank.new(x: one.box[0], y: one.box[1], length: one.box[2]),
                signers
              )
            ]
          end
          left = signers.map(&:letter) - named.values
          named.to_h { |key, letter| [key, letter || left.shift] }
        end

        # The one of +people+ whose name or organisation stands just beneath +blank+, or nearest above it; nil for none
        # or several.
        def named_above(page, blank, people)
          near = page.words.select do |word|
            word.y.between?(
              blank.y - BENEATH_POINTS - 5,
              blank.y + CONTEXT_POINTS
            ) && word.x < blank.x + blank.length + 120
          end
          rows = near.group_by do |word|
            (word.y / 4).round * 4
          end.sort_by { |height, _| height < blank.y ? blank.y - height : height - blank.y + CONTEXT_POINTS }
          rows.each do |_height, words|
            text = words.sort_by(&:x).map(&:text).join(" ").downcase
            hit = people.select do |person|
              person.names.any? do |name|
                name.length > 2 && text.include?(name.downcase)
              end
            end
            return hit.first.letter if hit.size == 1
          end
          nil
        end

        # The party whose signature is nearest on the same page.
        def neighbour(page, one, signatures)
          near = signatures.select do |(number, other), _|
            number == page.number && (other.height - one.height).abs <= SAME_BLOCK_POINTS
          end
          near.min_by { |(_, other), _| [(other.height - one.height).abs, other.height < one.height ? 1 : 0] }&.last
        end

        def proposal(page, one, party)
          x, y, width, height = one.box || over(one.blank, one.kind)
          Proposal.new(
            kind: one.kind,
            party: party,
            page: page.number,
            x: x.round(2),
            y: y.round(2),
            width: width.round(2),
            height: height.round(2),
            settings: one.settings || {}
          )
        end

        # A field over its line.
        def over(blank, kind)
          width = [blank.length - 4, MAX_WIDTH].min
          width = [width, 120.0].min if kind == "acting_date"
          width = [width, 80.0].min if kind == "initials"
          [blank.x + 2, blank.y + 1, width, HEIGHTS[kind]]
        end
      end
    end
  end
end
