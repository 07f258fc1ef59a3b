# frozen_string_literal: true

module JustSeal
  module Operations
    # Has the proofs of all files renewed that are due by a day, as a batch of jobs.
    class BeginRenewal < Operation
      # So many jobs work on it side by side, however many files it has: the authorities are asked no faster.
      LANES = 4

      # +actor+: who asks, or Core::Actor::SYSTEM for the daily job; +by+: Time. Returns Store::RenewalBatch, nil when
      # nothing is due.
      def call(actor, by:)
        allow!(actor, :renew) unless actor == Core::Actor::SYSTEM
        transaction do
          waiting = Store::SealHealth.newest.not_under_way(now)
          due = waiting.where(Sequel[:due_at] <= by).for_update.select_map(:version_id)
          next if due.empty?

          batch = Store::RenewalBatch.create(asked_by: actor.id, asked_at: now, size: due.size)
          Store::SealHealth.where(version_id: due).update(batch_id: batch.id, problem: nil)
          due.map { |version_id| version_id % LANES }.uniq.each { |lane| Jobs::RenewSeals.enqueue(batch.id, lane) }
          batch
        end
      end
    end
  end
end
