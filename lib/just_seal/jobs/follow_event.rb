# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Sets going what an entry of the ledger is the beginning of.
    class FollowEvent < Que::Job
      # +event+: an id of its own; +by_run+: number of the run that did it, nil for none.
      def run(chain, kind, event, by_run)
        Operations::CallWebhooks.call(kind, chain, event, by_run)
        Operations::FollowEvent.call(chain, kind, by_run)
      end
    end
  end
end
