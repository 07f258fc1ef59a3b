# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # A random sample of the dockets in scope, to be tested by hand.
      class Sample < Question
        called "A sample to test by hand",
          "Which dockets shall be tested by hand, and what do the deviations among them say about all?"

        KINDS = { "simple" => "Simple", "stratified" => "Stratified by class" }.freeze
        STATES = { "sealed" => "Sealed dockets", "all" => "All dockets that were sent" }.freeze
        MOST = 2_000

        # Problems of what was typed: {name => sentence}.
        def self.problems(params)
          rates = params.values_at("confidence", "tolerable", "expected")
          return { "confidence" => :not_percents } unless rates.all? do |rate|
            rate.to_s.match?(/\A\d{1,2}(\.\d{1,2})?\z/)
          end
          return { "seed" => :seed_characters } unless params["seed"].to_s.match?(/\A[\p{L}\p{N}-]{1,80}\z/)

          plan(params, nil)
          {}
        rescue Core::Refused
          {
            "tolerable" => :rates_too_close
          }
        end

        def self.plan(params, population)
          confidence, tolerable, expected = params.values_at("confidence", "tolerable", "expected").map do |rate|
            rate.to_f / 100
          end
          Core::Audit::Attributes.plan(
            confidence: confidence,
            tolerable: tolerable,
            expected: expected,
            population: population
          )
        end

        # With all that could be drawn, so that others can draw it again.
        def call = super.merge("population" => @population)

        private

        def definition
          [
            Core::Audit::Draw::METHOD,
            "Size: the least sample that shows with the confidence asked that fewer " \
            "deviate than is tolerable, if no more deviate than expected; by the " \
            "hypergeometric distribution up to " \
            "#{Core::Audit::Distribution::SMALL} dockets, by the binomial one beyond. " \
            "Limit: the highest rate of deviation that agrees with what was found, exact " \
            "and one-sided (Clopper and Pearson)."
          ]
        end

        def work
          found = @scope.dockets
          found = found.where(state: "sealed") if @params["of"] != "all"
          items = found.select_map([Sequel[:dockets][:number], Sequel[:dockets][:record_class_id]])
          plan = self.class.plan(@params, items.size)
          drawn = draw(items, plan.size)
          figure("Population", items.size)
          figure("Sample", drawn.size, "sample")
          figure("Deviations accepted", plan.accepted)
          figure("Confidence, percent", @params["confidence"])
          figure("Tolerable rate, percent", @params["tolerable"])
          figure("Expected rate, percent", @params["expected"])
          figure("Seed", @params["seed"])
          @notes << "The sample takes every docket in scope." if plan.all
          list(
            "strata",
            "Strata",
            {
              stratum: ["Stratum", "Record class"],
              size: %w[Population Dockets],
              drawn: %w[Drawn Dockets]
            },
            strata(items).map do |name, list|
              [
                name,
                list.size,
                drawn.count do |_, stratum, _|
                  stratum == name
                end
              ]
            end
          )
          @population = items.map(&:first).sort
          list(
            "sample",
            "The sample",
            {
              docket: %w[Docket Number],
              stratum: ["Stratum", "Record class"],
              rank: ["Rank", "SHA-256 of the seed, a colon and the number"]
            },
            drawn
          )
        end

        def strata(items)
          items.group_by { |_, id| classes[id] || "none" }.transform_values { |list| list.map(&:first) }.sort.to_h
        end

        def draw(items, size)
          if size > MOST
            raise Errors::Invalid, { "tolerable" => Core::Problem.new(:sample_too_large, size: size, limit: MOST) }
          end

          seed = @params["seed"]
          stratum = items.to_h { |number, id| [number, classes[id] || "none"] }
          taken = if @params["kind"] == "stratified"
            Core::Audit::Draw.stratified(
              strata(items),
              size: size,
              seed: seed
            ).values.flatten
          else
            Core::Audit::Draw.simple(items.map(&:first), size: size, seed: seed)
          end
          taken.map { |number| [number, stratum.fetch(number), Core::Audit::Draw.rank(seed, number)] }
        end
      end
    end
  end
end
