# frozen_string_literal: true

module JustSeal
  module Jobs
    # Does the waiting jobs in this process, one after the other; for the demo office and for specs, where a worker
    # would be too late.
    module Drain
      module_function

      # Jobs that are due at +at+ (Time), with what they enqueue in turn. Errors are raised, not retried.
      def call(at: Time.now)
        while (job = due(at).first)
          Object.const_get(job[:job_class]).run(*job[:args])
          Store.db[:que_jobs].where(id: job[:id]).delete
        end
      end

      # Jobs that wait for their time.
      TIMED = %w[
        JustSeal::Jobs::LapseDocket
        JustSeal::Jobs::RemindDocket
        JustSeal::Jobs::TakeCheckpoint
        JustSeal::Jobs::FindDue
        JustSeal::Jobs::NightWatch
        JustSeal::Jobs::ReadBounces
        JustSeal::Jobs::FollowUnits
        JustSeal::Jobs::TellDaily
        JustSeal::Jobs::FindNearDates
        JustSeal::Jobs::RetryWebhook
        JustSeal::Jobs::ReadWaysIn
        JustSeal::Jobs::CountRetention
        JustSeal::Jobs::FollowHolds
        JustSeal::Jobs::SweepBytes
      ].freeze

      # Deadlines and reminders count by +at+, in the order of their times; everything else was enqueued to be done at
      # once.
      def due(at)
        waiting = Store.db[:que_jobs].where(finished_at: nil, expired_at: nil)
        if waiting.exclude(job_class: TIMED).order(:id).first
          waiting.exclude(job_class: TIMED).order(:id)
        else
          waiting.where(Sequel[:run_at] <= at).order(
            :run_at, :id
          )
        end
      end
    end
  end
end
