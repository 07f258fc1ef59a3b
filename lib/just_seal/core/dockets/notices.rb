# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # What a sender is told of a docket, and when.
      module Notices
        # What can be told of => when, where somebody has not said it.
        USUAL = { "opened" => "not", "refused" => "at_once", "lapsed" => "at_once", "sealed" => "at_once" }.freeze
        WHEN = %w[at_once daily not].freeze

        module_function

        # When +event+ is told; +kept+: {event => one of WHEN} of what somebody chose, or nil.
        def when(kept, event) = kept.to_h.fetch(event) { USUAL.fetch(event) }

        # What was +given+ of it, fit to keep.
        def read(given) = USUAL.keys.to_h { |event| [event, given[event].to_s] }.select { |_, at| WHEN.include?(at) }
      end
    end
  end
end
