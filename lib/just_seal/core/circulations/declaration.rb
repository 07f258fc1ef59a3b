# frozen_string_literal: true

module JustSeal
  module Core
    module Circulations
      # Words that somebody has to type to show that they mean it.
      module Declaration
        module_function

        # Are +typed+ the words that were +asked+ for? Capitals, spaces and what stands at the end don't matter.
        def same?(asked, typed) = plain(asked) == plain(typed)

        def plain(text) = text.unicode_normalize(:nfkc).downcase.gsub(/\s+/, " ").strip.sub(/[.!\s]+\z/, "")
      end
    end
  end
end
