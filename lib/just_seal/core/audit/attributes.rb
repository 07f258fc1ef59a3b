# frozen_string_literal: true

module JustSeal
  module Core
    module Audit
      # Attribute sampling for tests of controls: how many items have to be looked at, and what may be concluded from
      # the deviations among them. Exact one-sided limits, as in the tables of the AICPA Audit Guide "Audit Sampling"
      # (binomial), and by the hypergeometric distribution where the population is small; Clopper and Pearson,
      # Biometrika 26 (1934).
      module Attributes
        MAX_SIZE = 10_000
        STEPS = 60 # halvings: 1e-18 of the rate

        # +size+: items to look at; +accepted+: deviations that may be among them; +all+: does it take the whole
        # population?
        Plan = Value.of(:size, :accepted, :all)

        module_function

        # The least sample that shows with +confidence+ that fewer deviate than +tolerable+, if no more than +expected+
        # do (all 0.0 to 1.0; +population+ Integer or nil for a large one).
        # Raises Refused :no_sample where the rates lie too close together, or are no rates.
        def plan(confidence:, tolerable:, expected: 0.0, population: nil)
          raise Refused, :no_sample unless rates?(confidence, tolerable, expected)
          return Plan.new(size: 0, accepted: 0, all: true) if population&.zero?

          size = least(confidence, tolerable, expected, population) || whole(population)
          Plan.new(size: size, accepted: accepted(size, expected), all: size == population)
        end

        def rates?(confidence, tolerable, expected)
          confidence.between?(0.5, 0.9999) && tolerable.between?(0.0001, 0.9999) &&
            expected.between?(0.0, tolerable) && expected < tolerable
        end
        private_class_method :rates?

        # The least size that shows it, nil where none does.
        def least(confidence, tolerable, expected, population)
          small = population if population && population <= Distribution::SMALL
          deviating = (small * tolerable).ceil if small
          (1..[population || MAX_SIZE, MAX_SIZE].min).find do |size|
            risk(accepted(size, expected), size, tolerable, small, deviating) <= 1 - confidence
          end
        end
        private_class_method :least

        def whole(population) = population && population <= MAX_SIZE ? population : raise(Refused, :no_sample)
        private_class_method :whole

        # The highest deviation rate that agrees with +found+ deviations in +size+ items, at +confidence+ (one-sided).
        def upper_limit(found:, size:, confidence:, population: nil)
          return 1.0 if found >= size && !(population && population <= size)
          return found / population.to_f if population && size >= population
          return small_limit(found, size, confidence, population) if population && population <= Distribution::SMALL

          halve { |rate| Distribution.binomial(found, size, rate) > 1 - confidence }
        end

        # The lowest one.
        def lower_limit(found:, size:, confidence:)
          found.zero? ? 0.0 : halve { |rate| 1 - Distribution.binomial(found - 1, size, rate) < 1 - confidence }
        end

        def accepted(size, expected) = (size * expected).round(9).ceil

        def risk(found, size, tolerable, population, deviating)
          return Distribution.binomial(found, size, tolerable) unless population

          Distribution.hypergeometric(found, size, population, deviating)
        end
        private_class_method :risk

        # The most deviating items that a population may hold.
        def small_limit(found, size, confidence, population)
          most = (found..(population - size + found)).to_a.reverse.bsearch do |deviating|
            Distribution.hypergeometric(found, size, population, deviating) > 1 - confidence
          end
          (most || found) / population.to_f
        end
        private_class_method :small_limit

        # The rate up to which the block says true.
        def halve
          low = 0.0
          high = 1.0
          STEPS.times do
            middle = (low + high) / 2
            yield(middle) ? low = middle : high = middle
          end
          (low + high) / 2
        end
        private_class_method :halve
      end
    end
  end
end
