# frozen_string_literal: true

module JustSeal
  # The root of all that Just Seal raises on purpose. A message says what was seen, what was expected, what to do.
  class Error < StandardError
  end
end
