# frozen_string_literal: true

module JustSeal
  module Queries
    # Versions of retention schedules.
    module RetentionVersions
      module_function

      # Of one class, the newest first.
      def of(record_class)
        Store::RetentionVersion.where(record_class_id: record_class.id).order(Sequel.desc(:version))
          .eager(:maker, publication: :publisher).all
      end

      def newest(record_class)
        Store::RetentionVersion.where(record_class_id: record_class.id).order(Sequel.desc(:version)).first
      end

      # One that is not kept yet, to see what it would do.
      def draft(record_class, schedule)
        Store::RetentionVersion.new(
          record_class_id: record_class.id,
          definition: Sequel.pg_jsonb(schedule.to_kept)
        )
      end

      # Ids of classes whose newest version nobody has published.
      def waiting
        published = Sequel.function(:coalesce, Sequel.function(:max, Sequel[:retention_publications][:version]), 0)
        Store::RetentionVersion.dataset
          .left_join(:retention_publications, record_class_id: :record_class_id, version: :version)
          .group(Sequel[:retention_versions][:record_class_id])
          .having { max(Sequel[:retention_versions][:version]) > published }
          .select_map(Sequel[:retention_versions][:record_class_id])
      end
    end
  end
end
