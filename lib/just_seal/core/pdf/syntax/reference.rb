# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      module Syntax
        # A reference to an indirect object (ISO 32000-2, 7.3.10).
        Reference = Value.of(:number, :generation)
      end
    end
  end
end
