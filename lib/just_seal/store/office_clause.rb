# frozen_string_literal: true

module JustSeal
  module Store
    # A clause that the office keeps for documents that are written here; its versions are never changed.
    class OfficeClause < Sequel::Model(:office_clauses)
      dataset_module { where(:live, retired_at: nil) }

      # {title:, body:} of version +number+.
      def at(number = version) = Store.db[:office_clause_versions].where(clause_id: id, version: number).first
    end
  end
end
