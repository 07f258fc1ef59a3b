# frozen_string_literal: true

module JustSeal
  module Operations
    # Publishes a version of a retention schedule: from then on, or from its start, it says how long records are kept.
    # Who wrote it does not publish it, unless the office has decided that of rulebooks too. What it does to the records
    # that are held is entered with it.
    class PublishSchedule < Operation
      # Returns the Store::RetentionVersion. Raises Errors::Forbidden for its writer, Errors::Conflict when it is
      # published, or a newer one is.
      def call(actor, code:, version:)
        allow!(actor, :write_schedules)
        transaction do
          row = find(code, version)
          raise Errors::Conflict.new(:schedule_published, code: code, version: version) if published?(row)
          raise Errors::Forbidden, :own_schedule if row.made_by == actor.id && !PublishRulebook.alone?

          record_event_on(SaveSchedule::CHAIN, "retention.published", actor, told(code, row, actor))
          Store::RetentionPublication.create(
            record_class_id: row.record_class_id,
            version: version,
            published_by: actor.id,
            published_at: now
          )
          row
        end
      end

      private

      def find(code, version)
        record_class = Store::RecordClass.where(code: code).for_update.first ||
          raise(Errors::Missing.new(:no_class, code: code))
        Store::RetentionVersion[record_class.id, version] ||
          raise(Errors::Missing.new(:no_such_schedule, code: code, version: version))
      end

      def published?(row)
        Store::RetentionPublication.where(record_class_id: row.record_class_id)
          .where { |o| o.version >= row.version }.any?
      end

      def told(code, row, actor)
        sight = Queries::VisibleScope.new(actor)
        figures = Queries::RetentionEffect.new(row, sight: sight, at: now, zone: office.zone).figures
        {
          "class" => code,
          "version" => row.version,
          "sha256" => Core::Ledger::Entry.digest(JSON.generate(row.definition)),
          **figures.to_h.slice(:looked, :changed, :sooner, :overdue).transform_keys(&:to_s)
        }
      end
    end
  end
end
