# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # What a rulebook would have said of an act of the past; see "Rehearsal".
      module Rehearsal
        # +proofs+: all of the party's, of any time; +at+: Time of the act; +placed+: did the party say where it was?;
        # +passed_on+: had somebody passed it on?; +stood_in+: was it a deputy?
        Act = Value.of(:proofs, :at, :placed, :passed_on, :stood_in)
        # +reason+: :level (with +reached+, what its proofs were worth under +demand+), :location, :passed_on or
        # :stood_in.
        Objection = Value.of(:reason, :reached)

        module_function

        # [Objection, ...], none where the act would have passed.
        def objections(demand, act)
          reached = reached(demand, act)
          [
            (Objection.new(reason: :level, reached: reached) if reached < [demand.floor, 1].max),
            *ways(demand, act).map { |reason| Objection.new(reason: reason) }
          ].compact
        end

        # What its proofs were worth when it was done, 0 to 4.
        def reached(demand, act)
          known = act.proofs.select { |proof| proof.at <= act.at }
          Level.reached(known, now: act.at, fresh_minutes: demand.fresh_minutes, forbidden: demand.forbidden).level
        end

        # What speaks against how it was done.
        def ways(demand, act)
          {
            location: demand.location == "demand" && !act.placed,
            passed_on: !demand.may_pass_on && act.passed_on,
            stood_in: !demand.may_stand_in && act.stood_in
          }.select { |_, against| against }.keys
        end

        private_class_method :reached, :ways
      end
    end
  end
end
