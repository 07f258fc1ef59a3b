# frozen_string_literal: true

module JustSeal
  module Store
    # One version of how long the records of a class are kept; never changed. It counts from its start on, once it is
    # published.
    class RetentionVersion < Sequel::Model(:retention_versions)
      # It begins at its start, or when it is published, if that is later.
      BEGINS = Sequel.function(
        :greatest,
        Sequel[:retention_versions][:starts_at],
        Sequel[:retention_publications][:published_at]
      )

      unrestrict_primary_key
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by
      one_to_one :publication,
        class: "JustSeal::Store::RetentionPublication",
        key: %i[record_class_id version]

      dataset_module do
        def published
          join(:retention_publications, record_class_id: :record_class_id, version: :version)
            .select_all(:retention_versions)
        end

        # Published ones that have begun by +time+.
        def begun(time) = published.where(Sequel.expr(BEGINS) <= time)
      end

      # {record class id => the version in force at +time+} of the classes that have one of their own.
      def self.in_force(time)
        begun(time).distinct(Sequel[:retention_versions][:record_class_id]).order(
          Sequel[:retention_versions][:record_class_id],
          Sequel.desc(BEGINS),
          Sequel.desc(Sequel[:retention_versions][:version])
        ).as_hash(:record_class_id)
      end

      # As the core wants it.
      def schedule = @schedule ||= Core::Retention::Schedule.read(definition)
    end
  end
end
