# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Renews the proofs of one sealed file; while an authority is away it tries again, and says so on the page.
    class RenewSeal < Que::Job
      self.maximum_retry_count = 20

      def run(version_id)
        Operations::RenewSeal.call(version_id)
        Store::SealHealth.where(version_id: version_id).update(problem: nil)
      rescue Error => e
        Store::SealHealth.where(version_id: version_id).update(problem: Core::Problem.kept(e))
        raise
      end
    end
  end
end
