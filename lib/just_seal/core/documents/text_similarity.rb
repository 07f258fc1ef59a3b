# frozen_string_literal: true

require "digest"

module JustSeal
  module Core
    module Documents
      # How like two texts are, by a small sketch of each: the lowest hashes of its runs of three words (A. Broder, On
      # the resemblance and containment of documents, 1997).
      # Figures are left out, so that two licences with other dates and dues are alike.
      module TextSimilarity
        RUN = 3
        SIZE = 128

        module_function

        # The sketch of +text+: at most SIZE Integers, sorted.
        def sketch(text)
          words = text.downcase.scan(/\p{L}+/)
          words.each_cons(RUN).map { |run| Digest::SHA256.digest(run.join(" ")).unpack1("L>") }.uniq.min(SIZE)
        end

        # From 0 to 1.
        def of(one, two)
          return 0.0 if one.empty? || two.empty?

          union = (one | two).min([one.size, two.size].min)
          (union & one & two).size / union.size.to_f
        end
      end
    end
  end
end
