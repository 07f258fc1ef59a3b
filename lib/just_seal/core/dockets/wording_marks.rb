# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # Marks in a message, filled for each party: "Dear {{name}}, please look at {{title}} by {{deadline}}."
      module WordingMarks
        NAMES = %w[name title deadline sender office docket].freeze
        MARK = /\{\{\s*([a-z_]+)\s*\}\}/
        LOOSE = /\{\{[^{}]*\}\}/

        module_function

        # +values+: {one of NAMES => text}. What is no mark stays as it is.
        def fill(text, values) = text.gsub(MARK) { values.fetch(Regexp.last_match(1)) { Regexp.last_match(0) } }

        # Marks in +text+ that mean nothing, as they stand there.
        def unknown(text) = text.scan(LOOSE).reject { |mark| NAMES.include?(mark[MARK, 1]) }.uniq
      end
    end
  end
end
