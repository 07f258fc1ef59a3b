# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      module Syntax
        # Something is written so that readers may differ about it. +reason+: Symbol; +at+: the byte; +facts+: {name =>
        # value}.
        class Unclear < StandardError
          attr_reader :reason, :at, :facts

          def initialize(reason, at:, **facts)
            super("#{reason} at byte #{at}")
            @reason = reason
            @at = at
            @facts = facts
          end
        end
      end
    end
  end
end
