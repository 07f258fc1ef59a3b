# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Sets going what an entry of the ledger is the beginning of.
    class FollowEvent < Que::Job
      def run(chain, kind, by_run) = Operations::FollowEvent.call(chain, kind, by_run)
    end
  end
end
