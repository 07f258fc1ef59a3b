# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      module Intake
        # Would all programs read a file alike? A key that stands twice, an update that no list of cross-references
        # leads to, objects that had to be searched for, or something behind the end: one program takes the one, another
        # the other.
        class Readings
          OBJECT = /\d{1,10}[\t\n\f\r ]+\d{1,5}[\t\n\f\r ]+obj/n
          TRAILER = /trailer[\t\n\f\r ]*(?=<<)/n
          JUST_SPACE = /\A[\0\t\n\f\r ]*\z/n

          # +bytes+: the file; +doc+: HexaPDF document of it, of which all was looked at.
          def initialize(bytes, doc)
            @bytes = bytes.b
            @doc = doc
            @marks = Check::Strata.marks(@bytes)
          end

          def differ? = guessed? || hidden_update? || behind? || key_twice?

          private

          def guessed? = @doc.revisions.parser.reconstructed?

          # A linearised file has an end mark more than it has revisions (ISO 32000-2, annex F).
          def hidden_update? = !@doc.revisions.parser.linearized? && @marks.size > @doc.revisions.count

          def behind? = !@bytes.byteslice(@marks.last.to_i..).match?(JUST_SPACE)

          def key_twice? = (objects + trailers).any? { |place| twice_at?(place) }

          # Where the values of objects begin that lie open in the file.
          def objects
            entries = @doc.revisions.flat_map { |revision| revision.xref_section.each.map { |_, _, entry| entry } }
            entries.select { |entry| entry.in_use? && entry.pos.positive? }.filter_map do |entry|
              head = @bytes.match(OBJECT, entry.pos)
              head.end(0) if head && head.begin(0) == entry.pos
            end
          end

          def trailers = [].tap { |found| @bytes.scan(TRAILER) { found << Regexp.last_match.end(0) } }

          # What else is unclear to the strict reader is the way of many programs, and read alike.
          def twice_at?(place)
            Syntax::Reader.new(@bytes, place).value
            false
          rescue Syntax::Unclear => e
            e.reason == :key_twice
          end
        end
      end
    end
  end
end
