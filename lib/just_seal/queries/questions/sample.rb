# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # A random sample of the dockets in scope, to be tested by hand.
      class Sample < Question
        KINDS = %w[simple stratified].freeze
        STATES = %w[sealed all].freeze
        RATES = %w[confidence tolerable expected].freeze
        RATE = /\A\d{1,2}(\.\d{1,2})?\z/
        SEED = /\A[\p{L}\p{N}-]{1,80}\z/
        MAX_SIZE = 2_000

        # Problems of what was typed: {name => Symbol}.
        def self.problems(params)
          fine = params.values_at(*RATES).all? { |rate| rate.to_s.match?(RATE) }
          return { "confidence" => :not_percents } unless fine
          return { "seed" => :seed_characters } unless params["seed"].to_s.match?(SEED)

          plan(params, nil)
          {}
        rescue Core::Refused
          { "tolerable" => :rates_too_close }
        end

        def self.plan(params, population)
          rates = RATES.to_h { |name| [name.to_sym, params[name].to_f / 100] }
          Core::Audit::Attributes.plan(**rates, population: population)
        end

        # With all that could be drawn, so that others can draw it again.
        def call = super.merge("population" => @population)

        private

        def facts = { "small" => Core::Audit::Distribution::SMALL }

        def work
          items = population
          plan = self.class.plan(@params, items.size)
          drawn = draw(items, plan.size)
          figure(:population, items.size)
          figure(:sample, drawn.size, :sample)
          figure(:accepted, plan.accepted)
          [*RATES, "seed"].each { |name| figure(name, @params[name]) }
          note(:whole_population) if plan.all
          strata_list(items, drawn)
          @population = items.map(&:first).sort
          list(:sample, %i[docket stratum rank], drawn)
        end

        # [[number, record class id], ...]
        def population
          found = @scope.dockets
          found = found.where(state: "sealed") if @params["of"] != "all"
          found.select_map([Sequel[:dockets][:number], Sequel[:dockets][:record_class_id]])
        end

        def strata_list(items, drawn)
          rows = strata(items).map do |name, numbers|
            { stratum: name, size: numbers.size, drawn: drawn.count { |row| row[:stratum] == name } }
          end
          list(:strata, %i[stratum size drawn], rows)
        end

        # A docket without a class is a stratum of its own.
        def stratum(class_id) = classes[class_id] || "-"

        def strata(items)
          items.group_by { |_, id| stratum(id) }.transform_values { |list| list.map(&:first) }.sort.to_h
        end

        def draw(items, size)
          if size > MAX_SIZE
            raise Errors::Invalid, { "tolerable" => Core::Problem.new(:sample_too_large, size: size, limit: MAX_SIZE) }
          end

          strata = items.to_h { |number, id| [number, stratum(id)] }
          taken(items, size).map do |number|
            { docket: number, stratum: strata.fetch(number), rank: Core::Audit::Draw.rank(@params["seed"], number) }
          end
        end

        def taken(items, size)
          seed = @params["seed"]
          return Core::Audit::Draw.simple(items.map(&:first), size: size, seed: seed) if @params["kind"] != "stratified"

          Core::Audit::Draw.stratified(strata(items), size: size, seed: seed).values.flatten
        end
      end
    end
  end
end
