# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Every night at two, by the office's clock: asks each standing question anew.
    class NightWatch < Que::Job
      HOUR = 2

      # Plans the next one, unless one is planned.
      def self.plan
        return if Store.db[:que_jobs].where(job_class: name, finished_at: nil, expired_at: nil).any?

        enqueue(job_options: { run_at: following(JustSeal.office) })
      end

      def self.following(office)
        local = office.zone.to_local(office.now)
        day = local.hour < HOUR ? local.to_date : local.to_date + 1
        office.zone.local_to_utc(Time.utc(day.year, day.month, day.day, HOUR))
      end

      def run
        Store::StandingQuestion.live.select_map(:id).each { |id| RunStandingQuestion.enqueue(id) }
        destroy
        self.class.plan
      end
    end
  end
end
