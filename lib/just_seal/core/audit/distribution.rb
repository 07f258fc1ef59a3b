# frozen_string_literal: true

module JustSeal
  module Core
    module Audit
      # How likely it is to find at most +found+ deviations in a sample: by the hypergeometric distribution, which is
      # exact for a population of known size, and by the binomial one, which is what that becomes for a large
      # population. Sums of logarithms of factorials: exact to about twelve digits.
      module Distribution
        # Up to here the size of the population is taken into account.
        SMALL = 20_000

        module_function

        # P(X <= found) for a sample of +size+ out of a population at the deviation rate +rate+ (0.0 to 1.0).
        def binomial(found, size, rate)
          return 1.0 if found >= size || rate <= 0
          return 0.0 if rate >= 1

          sum(0..found) { |k| choose(size, k) + (k * Math.log(rate)) + ((size - k) * Math.log(1 - rate)) }
        end

        # P(X <= found) for a sample of +size+ out of +population+ of which +deviating+ deviate.
        def hypergeometric(found, size, population, deviating)
          least = [0, size - (population - deviating)].max
          most = [size, deviating].min
          return 1.0 if found >= most
          return 0.0 if found < least

          all = choose(population, size)
          sum(least..found) { |k| choose(deviating, k) + choose(population - deviating, size - k) - all }
        end

        # The logarithm of the binomial coefficient.
        def choose(total, taken) = factorial(total) - factorial(taken) - factorial(total - taken)
        def factorial(number) = Math.lgamma(number + 1).first
        def sum(range) = range.sum { |k| Math.exp(yield(k)) }.clamp(0.0, 1.0)
      end
    end
  end
end
