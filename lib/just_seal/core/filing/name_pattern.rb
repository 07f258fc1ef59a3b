# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # Values that stand in a name: "{{vessel}} - {{berth}}" finds both in "MV Knot - Berth 9.pdf". Each line of a
      # pattern is one way to read it; the first that fits counts.
      class NamePattern
        MARK = /\{\{\s*([a-z][a-z0-9_]{0,39})\s*\}\}/
        MAX_LINES = 10
        MAX_NAME = 300
        ENDING = /\.[A-Za-z0-9]{1,5}\z/

        # Problem or Symbol of what is wrong with +text+; +names+: that may stand in it. nil for nothing.
        def self.problem(text, names)
          lines = lines(text)
          return Problem.new(:pattern_lines, limit: MAX_LINES) if lines.size > MAX_LINES

          marks = lines.flat_map { |line| line.scan(MARK).flatten }
          return :pattern_twice if lines.any? { |line| line.scan(MARK).uniq.size < line.scan(MARK).size }
          return :pattern_open if lines.any? { |line| line.gsub(MARK, "").match?(/[{}]/) || line.include?("}}{{") }

          unknown = marks.find { |name| !names.include?(name) }
          Problem.new(:no_particular, name: unknown) if unknown
        end

        def self.lines(text) = text.to_s.lines.map(&:strip).reject(&:empty?)

        def initialize(text)
          @lines = self.class.lines(text).map { |line| line.split(/(\{\{[^{}]*\}\})/) }
        end

        # {name => text} that +name+ (of a file, or the subject of a mail) says; {} where no line fits.
        def read(name)
          plain = name.to_s.unicode_normalize(:nfc).sub(ENDING, "").strip[0, MAX_NAME]
          @lines.lazy.filter_map { |parts| values(parts, plain) }.first || {}
        end

        private

        # A value reaches as far as where the next text first stands, and the last one as far as the end: that is looked
        # for once for each, so that no name takes long. nil where it does not fit. +parts+: text, mark, text, mark, ...
        def values(parts, name)
          first, *rest = parts
          return unless starts?(name, first)

          found = {}
          at = first.length
          rest.each_slice(2) do |mark, text|
            ends = mark.equal?(rest[-2]) || text.nil? ? last(name, text.to_s, at) : next_place(name, text, at)
            return nil unless ends

            found[mark[MARK, 1]] = name[at...ends].strip
            at = ends + text.to_s.length
          end
          found if at == name.length
        end

        def starts?(name, text) = name.downcase.start_with?(text.downcase)
        def next_place(name, text, at) = name.downcase.index(text.downcase, at + 1)

        def last(name, text, at)
          ends = name.length - text.length
          ends if ends > at && name.downcase.end_with?(text.downcase)
        end
      end
    end
  end
end
