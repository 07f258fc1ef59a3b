# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # What a rulebook would have said of an act of the past; see "Rehearsal".
      module Rehearsal
        # +proofs+: all of the party's, of any time; +at+: Time of the act; +placed+: did the party say where it was?;
        # +passed_on+: had somebody passed it on?
        Act = Value.of(:proofs, :at, :placed, :passed_on)
        # +reason+: :level (with +reached+, what its proofs were worth under +demand+), :location or :passed_on.
        Objection = Value.of(:reason, :reached)

        module_function

        # [Objection, ...], none where the act would have passed.
        def objections(demand, act)
          reached = Level.reached(
            act.proofs.reject do |proof|
              proof.at > act.at
            end,
            now: act.at,
            fresh_minutes: demand.fresh_minutes,
            forbidden: demand.forbidden
          ).level
          [
            (Objection.new(reason: :level, reached: reached) if reached < [
              demand.floor,
              1
            ].max),
            (Objection.new(reason: :location) if demand.location == "demand" && !act.placed),
            (Objection.new(reason: :passed_on) if !demand.may_pass_on && act.passed_on)
          ].compact
        end
      end
    end
  end
end
