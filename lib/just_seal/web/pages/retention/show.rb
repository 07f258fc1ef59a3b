# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Retention
        # How long the records of one class are kept, on whose authority, and what a version that waits would change.
        class Show < Page
          include RetentionWords

          attr_reader :row, :versions, :shown, :effect, :figures

          # +row+: Store::RecordClass; +versions+: Store::RetentionVersion, the newest first; +shown+: one of them, of
          # this class or of the one above whose schedule holds, or nil; +in_force+: its version that holds;
          # +effect+: Page of Queries::RetentionEffect with its +figures+, for one that does not hold yet.
          def initialize(context, row, versions:, shown:, in_force:, effect: nil, figures: nil)
            super(context)
            @row = row
            @versions = versions
            @shown = shown
            @in_force = in_force
            @effect = effect
            @figures = figures
          end

          def place = :rules
          def title = t(".title", title: row.title)
          def writes? = may?(:write_schedules)
          def schedule = shown.schedule
          def said = schedule_words(schedule, row.particulars.to_a)
          def inherited? = shown && shown.record_class_id != row.id
          def holds? = shown && @in_force && shown.values == @in_force.values
          def waits? = shown && !inherited? && shown.publication.nil? && newest_published < shown.version
          def publishes? = waits? && writes? && (alone? || shown.made_by != viewer.id)
          def who_publishes = alone? ? t(".one_person_means") : t(".two_persons_means")
          def waiting = t(publishes? ? ".waits" : ".waits_for_another", name: shown.maker.name)
          def current(version) = version == shown ? "true" : nil
          def version_path(version) = retention_schedule_path(row, version: version.version)

          def more_path
            effect.next_key && retention_schedule_path(row, version: shown.version, after: effect.next_key)
          end

          def lead
            facts = { version: shown.version, name: shown.maker.name, time: time_tag(shown.starts_at) }
            return t(".lead_html", **facts) unless shown.publication

            t(".lead_published_html", publisher: shown.publication.publisher.name, **facts)
          end

          def version_words(version)
            key = version.publication ? ".version_from" : ".version_waits"
            t(key, version: version.version, day: day(version.starts_at, :short_year))
          end

          private

          def alone? = Queries::RulebookVersions.alone?
          def newest_published = versions.find(&:publication)&.version.to_i
        end
      end
    end
  end
end
