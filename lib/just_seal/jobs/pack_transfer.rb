# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Packs a transfer, and enqueues itself until nothing is left of it.
    class PackTransfer < Que::Job
      def run(transfer_id)
        self.class.enqueue(transfer_id) if Operations::PackTransfer.call(transfer_id) == :more
      end
    end
  end
end
