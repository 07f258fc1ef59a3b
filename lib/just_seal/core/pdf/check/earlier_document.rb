# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      class Check
        # A document as it was when only some of its updates were there, by the cross-references that were read of the
        # whole file already. What lies beneath the updates is read from there alone, as a reader would have read it
        # then.
        class EarlierDocument < HexaPDF::Document
          # +timeline+: Timeline; +updates+: how many of them are there.
          def initialize(timeline, updates)
            super()
            @parsers = [timeline.base, timeline.bytes].map { |bytes| HexaPDF::Parser.new(StringIO.new(bytes), self) }
            @revisions = HexaPDF::Revisions.new(
              self,
              initial_revisions: read(timeline, updates),
              parser: @parsers.first
            )
            self.version = @parsers.first.file_header_version
          end

          def guessed? = @parsers.any?(&:reconstructed?)

          private

          # Only the newest trailer is asked for anything.
          def read(timeline, updates)
            beneath, above = @parsers.map { |parser| ->(entry) { parser.load_object(entry) } }
            older = wrap({}, type: :XXTrailer)
            read = timeline.sections(updates).each_with_index.map do |section, index|
              loader = index < timeline.beneath ? beneath : above
              HexaPDF::Revision.new(older, xref_section: section, loader: loader)
            end
            newest = wrap(timeline.trailer(updates), type: :XXTrailer)
            read[0..-2] << HexaPDF::Revision.new(newest, xref_section: read.last.xref_section, loader: read.last.loader)
          end
        end
      end
    end
  end
end
