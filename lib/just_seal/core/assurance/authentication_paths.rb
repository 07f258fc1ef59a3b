# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # The ways in which a party can still reach a floor: what it would have to add, the easiest first.
      module AuthenticationPaths
        MAX_STEPS = 3

        module_function

        # [[method, ...], ...] for +floor+, each the least that is needed. +proofs+: that are there; +available+:
        # {method => facts of a proof by it, nil for the ideal one}, what this
        # party could use; the rest as of Level.reached.
        def to(floor, proofs, available:, now:, fresh_minutes: Level::FRESH_MINUTES, forbidden: [])
          given = { now: now, fresh_minutes: fresh_minutes, forbidden: forbidden }
          reaches = lambda do |methods|
            further = methods.map { |method| proof(method, available[method], now) }
            Level.reached(proofs + further, **given).level >= floor
          end
          return [[]] if reaches.call([])

          found = least(available.keys - forbidden, reaches)
          found.sort_by { |methods| [methods.sum { |method| Methods::ALL.fetch(method).ease }, methods] }
        end

        # Combinations of +candidates+ that reach, without those that hold a lesser one.
        def least(candidates, reaches)
          (1..MAX_STEPS).each_with_object([]) do |size, found|
            candidates.combination(size) do |methods|
              found << methods if found.none? { |less| (less - methods).empty? } && reaches.call(methods)
            end
          end
        end

        # Can +floor+ be reached at all by +allowed+ methods?
        def reachable?(floor, allowed, now: Time.at(0))
          !to(floor, [], available: allowed.to_h { |method| [method, nil] }, now: now).empty?
        end

        def proof(method, facts, now) = Proof.new(method: method, at: now, facts: facts || Methods::ALL[method]&.ideal)
      end
    end
  end
end
