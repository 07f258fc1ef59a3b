# frozen_string_literal: true

module JustSeal
  module Core
    module Instructions
      # What becomes of a run of a standing instruction: "running" does its steps; "look" waits until a person sends its
      # draft, "docket" until its docket ends; "person" has stopped and asks, "limit" is held back by the limit of the
      # day. "done" has come to its end, "ended" was ended before it, "loop" never began, since it led to itself.
      module RunStates
        AWAITING = %w[look docket].freeze
        GOING = ["running", *AWAITING].freeze
        ENDED = %w[done ended loop].freeze
        # Those for which somebody is wanted.
        ASKING = %w[person look limit].freeze
        ALL = [*GOING, "person", "limit", *ENDED].freeze
      end
    end
  end
end
