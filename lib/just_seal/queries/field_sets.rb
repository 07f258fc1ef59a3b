# frozen_string_literal: true

module JustSeal
  module Queries
    # The named groups of fields that the office keeps, and where they are used.
    module FieldSets
      # One docket that is being prepared, and how many fields of each version of a set it has: {version => count}.
      Use = Struct.new(:docket, :versions, keyword_init: true)
      SET = Sequel.lit("split_part(fields.settings ->> 'set', '/', 1)")
      VERSION = Sequel.lit("split_part(fields.settings ->> 'set', '/', 2)")

      module_function

      # [[Store::FieldSet, definition], ...] by their names, in two queries.
      def live
        rows = Store::FieldSet.live.order(:name).all
        kept = Store.db[:field_set_versions].where(set_id: rows.map(&:id)).to_hash(%i[set_id version], :definition)
        rows.map { |row| [row, kept.fetch([row.id, row.version]).to_h] }
      end

      def find(name) = Store::FieldSet.live.first(name: name)

      # [{version:, made_at:, name: of who made it}, ...], the newest first.
      def versions(row)
        Store.db[:field_set_versions].where(set_id: row.id)
          .join(:accounts, id: :made_by)
          .reverse(:version)
          .select(:version, :made_at, Sequel[:accounts][:name])
          .all
      end

      # Drafts that +sight+ shows in which fields of +row+ stand: [Use, ...].
      def drafts(row, sight)
        counts = counts(row)
        dockets = sight.dockets.where(state: "draft", id: counts.map(&:first).uniq).order(:number).all
        dockets.map do |docket|
          own = counts.select { |id, *| id == docket.id }
          Use.new(docket: docket, versions: own.to_h { |_, version, count| [version.to_i, count] })
        end
      end

      # [[id of a docket, version, how many fields], ...]
      def counts(row)
        docket = Sequel[:docket_documents][:docket_id]
        fields = Store::Field.where(Sequel.lit("fields.settings ? 'set'")).where(SET => row.name)
        grouped = fields.join(:docket_documents, id: :document_id).group(docket, VERSION)
        grouped.select_map([docket, VERSION.as(:version), Sequel.function(:count).*.as(:fields)])
      end

      # Docket templates of +account+ in which it is used: [[Store::DocketTemplate, {version => count}], ...]
      def templates(row, account)
        Store::DocketTemplate.seen_by(account).order(:code).all.filter_map do |template|
          versions = template.definition["fields"].to_a.filter_map { |field| version_in(field, row) }
          [template, versions.tally] if versions.any?
        end
      end

      # Of +row+ in a field of a template; nil for a field of none, or of another set.
      def version_in(field, row)
        name, version = Core::Fields::SetDefinition.parts(field.dig("settings", "set"))
        version if name == row.name
      end
    end
  end
end
