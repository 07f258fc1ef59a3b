# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # What changed in the text from one version to another, line by line, page by page.
      module TextDifference
        # +number+: of the page; +lines+: [[:same, :gone or :new, text], ...]
        Page = Value.of(:number, :lines) do
          def changed? = lines.any? { |kind, _| kind != :same }
        end

        # Beyond this many lines on a page all of them count as changed: the comparison takes time and space with their
        # product.
        MAX_LINES = 2_000

        module_function

        # +before+, +after+: texts of the pages, in order. Returns a Page for each page of the longer one.
        def call(before, after)
          (0...[before.size, after.size].max).map do |index|
            Page.new(number: index + 1, lines: lines(split(before[index]), split(after[index])))
          end
        end

        def split(text) = text.to_s.lines(chomp: true).map(&:rstrip).reject(&:empty?)

        # The longest common subsequence keeps its lines; all others are gone or new.
        def lines(old, new)
          if [old.size, new.size].max > MAX_LINES
            return old.map { |line| [:gone, line] } + new.map do |line|
              [:new, line]
            end
          end

          walk(old, new, lengths(old, new))
        end

        def lengths(old, new)
          rows = [Array.new(new.size + 1, 0)]
          old.reverse_each { |line| rows.unshift(row(line, new, rows.first)) }
          rows
        end

        # How much of +line+ and of what follows it agrees with +new+ from each of its lines on. +below+: the same
        # without +line+.
        def row(line, new, below)
          row = Array.new(new.size + 1, 0)
          (new.size - 1).downto(0) do |j|
            row[j] = line == new[j] ? below[j + 1] + 1 : [below[j], row[j + 1]].max
          end
          row
        end

        def walk(old, new, table)
          i = j = 0
          found = []
          while i < old.size || j < new.size
            if i < old.size && j < new.size && old[i] == new[j]
              found << [:same, old[i]]
              i += 1
              j += 1
            elsif j >= new.size || (i < old.size && table[i + 1][j] >= table[i][j + 1])
              found << [:gone, old[i]]
              i += 1
            else
              found << [:new, new[j]]
              j += 1
            end
          end
          found
        end
      end
    end
  end
end
