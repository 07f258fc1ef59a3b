# frozen_string_literal: true

require "strscan"

module JustSeal
  module Core
    module Pdf
      module Syntax
        # Reads values as ISO 32000-2, 7.2 and 7.3 write them, and refuses what readers are known to read differently:
        # a key that stands twice in a dictionary, a number with two signs, a string that does not end, zero bytes and
        # comments between things.
        #
        # Values are Hash with Symbol keys, Array, Symbol, binary String, Integer, Float, Reference, true, false, nil.
        class Reader
          SPACE = /[\t\n\f\r ]+/n
          # A word ends where a delimiter or white space begins.
          WORD_END = %r{(?=[\t\n\f\r \x00()<>\[\]\{\}/%]|\z)}n
          REFERENCE = /(\d{1,10})[\t\n\f\r ]+(\d{1,5})[\t\n\f\r ]+R#{WORD_END}/n
          INTEGER = /[+-]?\d{1,15}#{WORD_END}/n
          REAL = /[+-]?(?:\d{1,15}\.\d{0,15}|\.\d{1,15})#{WORD_END}/n
          NAME = %r{/[^\t\n\f\r \x00()<>\[\]\{\}/%]*}n
          NAME_CODE = /#([0-9A-Fa-f]{2})/n
          HEX = /<([0-9A-Fa-f\t\n\f\r ]*)>/n
          WORDS = { "true" => true, "false" => false, "null" => nil }.freeze
          WORD = /(?:true|false|null)#{WORD_END}/n
          PLAIN_TEXT = /[^()\\\r]+/n
          MAX_HEX = 4_096 # digits; what is longer, as a signature's value is, stays written in digits
          ESCAPES = { "n" => "\n", "r" => "\r", "t" => "\t", "b" => "\b", "f" => "\f" }.freeze
          # Deeper than this no document that people read is nested.
          MAX_DEPTH = 100

          # +bytes+: binary String; +at+: where to begin.
          def initialize(bytes, at = 0)
            @text = StringScanner.new(bytes)
            @text.pos = at
            @depth = 0
          end

          def at = @text.pos
          def go(place) = @text.pos = place

          def space = @text.skip(SPACE)
          # What stands here of +pattern+, past which reading goes on; nil when it stands not here.
          def take(pattern) = @text.scan(pattern)
          def group(number) = @text[number]
          def here?(pattern) = !@text.match?(pattern).nil?
          def refuse(reason, at: @text.pos, **facts) = raise(Unclear.new(reason, at: at, **facts))

          # The value that stands here.
          def value
            space
            case @text.peek(1)
            when "<" then @text.peek(2) == "<<" ? dictionary : hex
            when "[" then array
            when "(" then literal
            when "/" then name
            else word
            end
          end

          # A dictionary; nothing else.
          def dictionary
            take(/<</n) or refuse(:value_unclear)
            nested do
              {}.tap do |found|
                space
                until take(/>>/n)
                  entry(found)
                  space
                end
              end
            end
          end

          private

          def entry(found)
            place = at
            here?(%r{/}n) or refuse(:value_unclear)
            key = name
            refuse(:key_twice, at: place, key: key.to_s) if found.key?(key)
            found[key] = value
          end

          def array
            take(/\[/n)
            nested do
              [].tap do |found|
                space
                until take(/\]/n)
                  found << value
                  space
                end
              end
            end
          end

          def nested
            refuse(:too_deep) if (@depth += 1) > MAX_DEPTH
            yield.tap { @depth -= 1 }
          end

          # A name that writes a letter as a number is the same name: /V and /#56 are one key.
          def name
            text = take(NAME) or refuse(:value_unclear)
            text = text.byteslice(1..)
            return text.to_sym unless text.include?("#")

            refuse(:value_unclear) unless text.gsub(NAME_CODE, "").index("#").nil?
            text.gsub(NAME_CODE) { Regexp.last_match(1).hex.chr }.to_sym
          end

          def word
            if take(REFERENCE) then Reference.new(number: group(1).to_i, generation: group(2).to_i)
            elsif (text = take(REAL)) then text.to_f
            elsif (text = take(INTEGER)) then text.to_i
            elsif (text = take(WORD)) then WORDS.fetch(text)
            else refuse(:value_unclear)
            end
          end

          def hex
            take(HEX) or refuse(:value_unclear)
            digits = group(1)
            digits.bytesize > MAX_HEX ? digits : [digits.delete("\t\n\f\r ")].pack("H*")
          end

          # ISO 32000-2, 7.3.4.2: brackets in pairs need no mark before them, a line's end is one line feed.
          def literal
            start = at
            @text.skip(/\(/n)
            open = 1
            out = "".b
            until open.zero?
              if (plain = take(PLAIN_TEXT)) then out << plain
              elsif take(/\(/n)
                open += 1
                out << "("
              elsif take(/\)/n)
                open -= 1
                out << ")" unless open.zero?
              elsif take(/\r\n?/n) then out << "\n"
              elsif take(/\\/n) then out << escaped
              else refuse(:value_unclear, at: start)
              end
            end
            out
          end

          def escaped
            if (digits = take(/[0-7]{1,3}/n)) then (digits.oct & 0xFF).chr
            elsif take(/\r\n|\r|\n/n) then ""
            else @text.getch.then { |letter| letter ? ESCAPES.fetch(letter, letter) : refuse(:value_unclear) }
            end
          end
        end
      end
    end
  end
end
