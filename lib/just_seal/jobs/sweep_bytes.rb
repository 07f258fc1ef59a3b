# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Takes away the bytes of a disposal, once nobody can be keeping the same ones, and has its certificate made.
    class SweepBytes < Que::Job
      # +at+: Time.
      def self.plan_for(at, disposal_id) = enqueue(disposal_id, job_options: { run_at: at })

      def run(disposal_id)
        later = Operations::SweepBytes.call
        return self.class.plan_for(later, disposal_id) if later && left?(disposal_id)

        Operations::RunDisposal.new.finish(disposal_id)
      end

      private

      def left?(disposal_id)
        Store.db[:doomed_bytes].where(disposal_id: disposal_id, state: %w[doomed aside]).any?
      end
    end
  end
end
