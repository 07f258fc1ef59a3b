# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # How dockets are numbered: by year, and under the number of a circulation.
      module Numbers
        module_function

        # What a docket's number looks like in an office with +prefix+.
        def form(prefix) = /\A#{Regexp.escape(prefix)}-(?:\d{4}-\d{5,}|C-\d{4,}-\d{4,})\z/
      end
    end
  end
end
