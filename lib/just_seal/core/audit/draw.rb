# frozen_string_literal: true

require "digest"

module JustSeal
  module Core
    module Audit
      # Draws random samples that anybody can draw again: the items are put in the order of SHA-256(seed ":" item), and
      # the first ones are taken. The seed is recorded before the draw,
      # so nobody chooses the sample; `printf '%s:%s' SEED ITEM | sha256sum` redoes it with ordinary tools.
      module Draw
        module_function

        def rank(seed, item) = Digest::SHA256.hexdigest("#{seed}:#{item}")

        # +items+: unique Strings; returns +size+ of them in the order of their ranks, or all when there are fewer.
        def simple(items, size:, seed:) = items.min_by(size) { |item| rank(seed, item) }

        # +strata+: {name => items}. Returns {name => items}, together +size+, or more where there are more strata than
        # that.
        def stratified(strata, size:, seed:)
          shares(strata.transform_values(&:size), size).to_h do |name, share|
            [name, simple(strata.fetch(name), size: share, seed: seed)]
          end
        end

        # How many of each stratum; +sizes+: {name => Integer}. Largest remainders (Hamilton), at least one of each that
        # has any, at most all.
        def shares(sizes, size)
          filled = sizes.reject { |_, count| count.zero? }
          total = filled.values.sum
          return filled if size >= total

          exact = filled.transform_values { |count| Rational(count * size, total) }
          shares = exact.transform_values { |share| [share.floor, 1].max }
          remainders(exact).select { |name| shares[name] < filled[name] }
            .first([size - shares.values.sum, 0].max)
            .each { |name| shares[name] += 1 }
          shares
        end

        # Names, the largest remainder first.
        def remainders(exact) = exact.sort_by { |name, share| [share.floor - share, name] }.map(&:first)
      end
    end
  end
end
