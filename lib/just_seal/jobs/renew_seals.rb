# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Renews some of the files of a batch, one after the other, and goes on as another job. What can't be renewed is
    # told and left; while an authority is away it waits, tries again at the same file, and says so on the page.
    class RenewSeals < Que::Job
      self.maximum_retry_count = 20
      # Files to a job: it ends soon where somebody stops the worker.
      PORTION = 25
      # What rests on an authority that was lost is proved by the ledger alone, and not tried again before.
      LOST_SECONDS = 365 * 86_400

      # +lane+: below Operations::BeginRenewal::LANES; +after+: the version that was looked at last.
      def run(batch_id, lane, after = 0)
        ids = Store::SealHealth.in_lane(batch_id, lane, Operations::BeginRenewal::LANES, after).first(PORTION)
        ids.each { |version_id| renew(version_id) }
        self.class.enqueue(batch_id, lane, ids.last) if ids.size == PORTION
      end

      private

      def renew(version_id)
        Operations::RenewSeal.call(version_id)
        Store::SealHealth.where(version_id: version_id).update(problem: nil)
      rescue Ports::HttpCertificateStatus::Revoked => e
        tell(version_id, e, due_at: JustSeal.office.now + LOST_SECONDS)
      rescue Error => e
        tell(version_id, e)
        raise if e.is_a?(Errors::Unavailable)
      end

      def tell(version_id, error, **more)
        Store::SealHealth.where(version_id: version_id).update(problem: Core::Problem.kept(error), **more)
      end
    end
  end
end
