# frozen_string_literal: true

module JustSeal
  module Operations
    # Has the proofs of all files renewed that are due by a day, as a batch of jobs.
    class BeginRenewal < Operation
      MAX = 50_000

      # +actor+: who asks, or Core::Actor::SYSTEM for the daily job; +by+: Time. Returns Store::RenewalBatch, nil when
      # nothing is due.
      def call(actor, by:)
        allow!(actor, :renew) unless actor == Core::Actor::SYSTEM
        transaction do
          due = Store::SealHealth.newest.not_under_way
            .where(Sequel[:due_at] <= by)
            .order(:due_at)
            .limit(MAX)
            .for_update
            .select_map(:version_id)
          next if due.empty?

          batch = Store::RenewalBatch.create(asked_by: actor.id, asked_at: now, size: due.size)
          Store::SealHealth.where(version_id: due).update(batch_id: batch.id, problem: nil)
          due.each { |version_id| Jobs::RenewSeal.enqueue(version_id) }
          batch
        end
      end
    end
  end
end
