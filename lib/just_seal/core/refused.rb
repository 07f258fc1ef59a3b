# frozen_string_literal: true

module JustSeal
  module Core
    # A rule of the core says no.
    class Refused < JustSeal::Error; end
  end
end
