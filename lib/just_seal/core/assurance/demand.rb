# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # What a rulebook asks of one party of one docket. +floor+: 0 (nothing is demanded) to 4; +forbidden+: methods
      # that are not taken; +fresh_minutes+; +prove_first+: before the document is shown, not only before acting;
      # +may_pass_on+, +may_stand_in+ (a deputy), +may_use_paper+: false where the rules do not allow it; +location+:
      # "no", "ask" or "demand"; +rules+: [[title, reason], ...] of all rules that matched: :matches, or :undecided
      # where a value that the condition needs is not there; +sender+: the level that the sender demands beyond the
      # rules, or nil.
      Demand = Value.of(
        :floor,
        :forbidden,
        :fresh_minutes,
        :prove_first,
        :may_pass_on,
        :may_stand_in,
        :may_use_paper,
        :location,
        :rules,
        :sender
      ) do
        def self.none
          new(
            floor: 0,
            forbidden: [],
            fresh_minutes: Level::FRESH_MINUTES,
            prove_first: false,
            may_pass_on: true,
            may_stand_in: true,
            may_use_paper: true,
            location: "no",
            rules: []
          )
        end

        # Both demands at once: the highest floor, the shortest freshness; what is forbidden stays forbidden.
        def and(other)
          self.class.new(
            **allowed_by(other),
            floor: [floor, other.floor].max,
            forbidden: forbidden | other.forbidden,
            fresh_minutes: [fresh_minutes, other.fresh_minutes].min,
            prove_first: prove_first || other.prove_first,
            location: [location, other.location].max_by { |one| Rulebook::LOCATIONS.index(one) },
            rules: rules + other.rules
          )
        end

        # {name => is it allowed by both?}
        def allowed_by(other)
          %i[may_pass_on may_stand_in may_use_paper].to_h { |name| [name, self[name] && other[name]] }
        end

        # What a sender demands beyond the rules: +level+, or nil. Never less than they do; what they demand anyway is
        # not said to be the sender's.
        def at_least(level) = level && level > floor ? with(floor: level, sender: level) : self

        # Is it the sender who has put the floor where it is?
        def raised? = !sender.nil? && sender == floor

        # As it is kept with a party, in the words of JSON; and back.
        def kept = to_h.transform_keys(&:to_s).merge("rules" => rules.map { |title, reason| [title, reason.to_s] })

        def self.from(kept)
          if kept
            new(
              may_stand_in: true, # what was kept before there were deputies, or paper, does not say
              may_use_paper: true,
              **kept.to_h.transform_keys(&:to_sym),
              rules: kept["rules"].map do |title, reason|
                [title, reason.to_sym]
              end
            )
          else
            none
          end
        end
      end
    end
  end
end
