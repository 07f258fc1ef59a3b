# frozen_string_literal: true

module JustSeal
  module Jobs
    # What a job has that plans itself anew whenever it is done; it says in .following(office) when.
    module Recurring
      # It comes again so many seconds after it was done.
      def every(seconds) = define_singleton_method(:following) { |office| office.now + seconds }

      # The next time at which the office's clock shows +hour+ o'clock.
      def next_at(office, hour)
        local = office.zone.to_local(office.now)
        day = local.hour < hour ? local.to_date : local.to_date + 1
        office.zone.local_to_utc(Time.utc(day.year, day.month, day.day, hour))
      end

      # Plans the next one, unless one is planned.
      def plan
        return if Store.db[:que_jobs].where(job_class: name, finished_at: nil, expired_at: nil).any?

        enqueue(job_options: { run_at: following(JustSeal.office) })
      end
    end
  end
end
