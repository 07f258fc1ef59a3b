# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      module Syntax
        # One incremental update of a file (ISO 32000-2, 7.5.6), of which every byte is accounted for. +first+, +last+:
        # where it begins and ends; +objects+: {number => Standing}; +free+: numbers that it takes away; +trailer+: its
        # dictionary; +start+: where its cross-references stand.
        Update = Value.of(:first, :last, :objects, :free, :trailer, :start) do
          def numbers = objects.keys
        end

        # An indirect object where it stands. +at+: byte of its number; +value+: as Reader gives it; +stream+: Range of
        # the bytes of its stream, nil for what has none.
        Update::Standing = Value.of(:number, :generation, :at, :value, :stream)
      end
    end
  end
end
