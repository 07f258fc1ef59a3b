# frozen_string_literal: true

module JustSeal
  module Queries
    # Clauses that the office keeps, and where they are used.
    module OfficeClauses
      # +name+, +version+, +title+, +body+ (HTML of Core::Documents::Written) of the newest version.
      Listed = Struct.new(:name, :version, :title, :body, keyword_init: true)

      module_function

      # [Listed, ...] by their titles, in one query.
      def live
        newest = { clause_id: Sequel[:office_clauses][:id], version: Sequel[:office_clauses][:version] }
        Store::OfficeClause.live.join(:office_clause_versions, newest).order(:title, :name)
          .select(:name, Sequel[:office_clauses][:version], :title, :body).naked.map { |row| Listed.new(**row) }
      end

      def find(name) = Store::OfficeClause.live.first(name: name.to_s)

      # [{version:, title:, made_at:, name:}, ...], the newest first.
      def versions(clause)
        Store.db[:office_clause_versions]
          .where(clause_id: clause.id)
          .join(:accounts, id: :made_by)
          .reverse(:version)
          .select(:version, :title, :made_at, :name)
          .all
      end

      # Records in whose newest text it stands, of those that +sight+ shows: [[Store::Record, version], ...]
      def uses(clause, sight)
        versions = Store.db[:clause_uses].where(name: clause.name)
          .join(newest_texts, id: :version_id)
          .select_hash(Sequel[:newest][:record_id], :clause_version)
        records = sight.records.where(id: versions.keys).order(:number).all
        records.map { |record| [record, versions[record.id]] }
      end

      # [record_id, id] of the newest text of each record.
      def newest_texts
        Store.db[:versions].where(kind: "written").group(:record_id).select { [record_id, max(id).as(:id)] }.as(:newest)
      end

      # {"NAME/VERSION" => HTML of its body} of those of +clauses+ ([[name, version], ...]) that there are.
      def bodies(clauses)
        names = clauses.map(&:first).uniq
        rows = Store.db[:office_clause_versions].join(:office_clauses, id: :clause_id).where(name: names)
          .select_map([:name, Sequel[:office_clause_versions][:version], :body])
        rows.to_h { |name, version, body| ["#{name}/#{version}", body] }
      end
    end
  end
end
