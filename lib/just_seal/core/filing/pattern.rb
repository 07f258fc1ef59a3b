# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # A small pattern language for texts: letters and digits as they are, \d, \w, ., [classes], and ?, *, +, {n},
      # {n,m}; there are no groups. It is matched in time that grows with the length of the text alone, whatever was
      # written: not by backtracking, but by following at once all places that each part can end at.
      class Pattern
        ATOM = %r{\\[dws.\-/()\[\]{}+*?\\]|\[\^?(?:\\.|[^\]\\\[])+\]|[^\\\[\](){}*+?|^$]}
        REPEAT = /\{\d{1,2}(?:,\d{1,2})?\}|[?*+]/
        MAX_PARTS = 40
        PART = /(#{ATOM})(#{REPEAT})?/
        WHOLE = /\A(?:#{ATOM}(?:#{REPEAT})?){1,#{MAX_PARTS}}\z/
        # repetition => [least, most]; nil: without end
        REPEATS = { nil => [1, 1], "?" => [0, 1], "*" => [0, nil], "+" => [1, nil] }.freeze
        # One part: the Regexp of one character, how often at least, and at most (nil: without end).
        Part = Struct.new(:atom, :least, :most)

        # Raises Refused :pattern.
        def self.compile(text) = new(text)

        def self.valid?(text)
          compile(text)
          true
        rescue Refused
          false
        end

        def initialize(text)
          raise Refused.new(:pattern, text: text) unless text.match?(WHOLE)

          @parts = text.scan(PART).map { |atom, repeat| part(atom, repeat) }.freeze
        rescue RegexpError
          raise Refused.new(:pattern, text: text)
        end

        # Does it match +text+ from the first to the last character?
        def match?(text)
          characters = text.chars
          places = [true, *([false] * characters.size)]
          @parts.each do |part|
            places = ends(part, places, runs(part, characters))
            return false if places.none?
          end
          places.last
        end

        private

        def part(atom, repeat)
          least, most = REPEATS.fetch(repeat) { bounds(repeat) }
          raise RegexpError if most && most < least

          Part.new(Regexp.new("\\A#{atom}\\z"), least, most).freeze
        end

        # "{2,5}" => [2, 5], "{3}" => [3, 3]
        def bounds(repeat)
          least, most = repeat.scan(/\d+/).map(&:to_i)
          [least, most || least]
        end

        # How many characters from each place on are of the part's kind.
        def runs(part, characters)
          fits = Hash.new { |known, character| known[character] = part.atom.match?(character) }
          run = 0
          characters.reverse_each.map { |character| run = fits[character] ? run + 1 : 0 }.reverse << 0
        end

        # Where the part can end, if it begins at +places+: each opens a stretch of places and closes it.
        def ends(part, places, runs)
          turns = Array.new(places.size + 1, 0)
          places.each_with_index do |reached, place|
            next unless reached && runs[place] >= part.least

            turns[place + part.least] += 1
            turns[place + [part.most, runs[place]].compact.min + 1] -= 1
          end
          open = 0
          turns.first(places.size).map { |turn| (open += turn).positive? }
        end
      end
    end
  end
end
