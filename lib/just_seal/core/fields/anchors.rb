# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # The words that a field stands beside. A template keeps them, so that the field finds its place in another
      # document, and is marked where they are missing.
      #
      # An anchor is {"text" => words, "nth" => which of several on the page, from 0, "dx" =>, "dy" => from the first
      # word's lower left corner to the field's, in points}.
      module Anchors
        MAX_WORDS = 4
        LEFT_POINTS = 160
        LEVEL_POINTS = 12
        ABOVE_POINTS = 60

        module_function

        # The anchor of +spot+ among +words+ (Detection::Word) of its page; nil where no words are near.
        def of(words, spot)
          first, text = beside(words, spot) || above(words, spot)
          return unless first

          nth = occurrences(words, text).index { |word| word == first } or return
          { "text" => text, "nth" => nth, "dx" => (spot.x - first.x).round(1), "dy" => (spot.y - first.y).round(1) }
        end

        # [page, x, y] where a field with +anchor+ belongs among +pages+ ({number => [Word, ...]}), first on page
        # +page+; nil where its words are missing.
        def find(pages, anchor, page)
          [page, *(pages.keys - [page])].each do |number|
            found = occurrences(pages.fetch(number, []), anchor.fetch("text"))
            word = found[anchor.fetch("nth")] || (found.first if number != page || found.size == 1)
            return [number, word.x + anchor.fetch("dx"), word.y + anchor.fetch("dy")] if word
          end
          nil
        end

        # The first words of all places where +text+ stands.
        def occurrences(words, text)
          parts = text.split
          words.each_index.select { |index| words[index, parts.size].map(&:text) == parts }.map { |index| words[index] }
        end

        def beside(words, spot)
          line = words.select do |word|
            (word.y - spot.y).abs <= LEVEL_POINTS && word.right <= spot.x + 4 && spot.x - word.right <= LEFT_POINTS
          end
          run(words, line.max_by(&:right))
        end

        def above(words, spot)
          near = words.select do |word|
            word.y >= spot.y + spot.height - 4 && word.y - spot.y - spot.height <= ABOVE_POINTS &&
              word.x < spot.x + spot.width &&
              word.right > spot.x - 20
          end
          run(words, near.min_by { |word| [word.y, word.x] })
        end

        # [first word, text] of the few words that lead up to +last+ on its line, in the order in which the reader of
        # the PDF gives them.
        def run(words, last)
          return unless last

          index = words.index(last)
          from = [index - MAX_WORDS + 1, 0].max
          from += 1 while from < index && !before?(words[from], last)
          text = words[from..index].map(&:text).join(" ")
          text.match?(/\p{L}{2}/) ? [words[from], text] : nil
        end

        # Is it a word on the line of +last+, and no line to write on?
        def before?(word, last) = (word.y - last.y).abs <= 3 && !word.text.match?(Detection::UNDERSCORES)
      end
    end
  end
end
