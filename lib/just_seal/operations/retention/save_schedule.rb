# frozen_string_literal: true

module JustSeal
  module Operations
    # Writes a new version of how long the records of a class are kept. It holds from its start on, once somebody else
    # has published it (PublishSchedule); versions are never changed.
    class SaveSchedule < Operation
      CHAIN = "retention"

      # +schedule+: Core::Retention::Schedule; +starts_at+: Time, not in the past; +version+: the newest one that the
      # editor knew, 0 for none. Returns the Store::RetentionVersion.
      # Raises Errors::Invalid with {field => problem}, Errors::Conflict when somebody else was faster.
      def call(actor, code:, schedule:, starts_at:, version:)
        allow!(actor, :write_schedules)
        record_class = Store::RecordClass.first(code: code) or raise Errors::Missing.new(:no_class, code: code)
        refuse(schedule, record_class, starts_at)
        transaction do
          newest = Store::RetentionVersion.where(record_class_id: record_class.id).max(:version).to_i
          raise Errors::Conflict.new(:schedule_changed, code: code, version: newest) unless newest == version

          write(actor, record_class, newest + 1, schedule, starts_at)
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Conflict.new(:schedule_changed, code: code, version: version + 1)
      end

      private

      def write(actor, record_class, version, schedule, starts_at)
        facts = {
          "class" => record_class.code,
          "version" => version,
          "starts_at" => Core::Ledger::Entry.time(starts_at),
          "sha256" => Core::Ledger::Entry.digest(JSON.generate(schedule.to_kept))
        }
        record_event_on(CHAIN, "retention.written", actor, facts)
        Store::RetentionVersion.create(
          record_class_id: record_class.id,
          version: version,
          starts_at: starts_at,
          definition: Sequel.pg_jsonb(schedule.to_kept),
          made_by: actor.id,
          made_at: now
        )
      end

      def refuse(schedule, record_class, starts_at)
        problems = Core::Retention::ScheduleReview.problems(schedule, record_class.particulars.to_a)
        problems["starts"] = :schedule_in_past if starts_at < now - 60
        raise Errors::Invalid, problems unless problems.empty?
      end
    end
  end
end
