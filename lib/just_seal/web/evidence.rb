# frozen_string_literal: true

module JustSeal
  module Web
    # The Evidence: what is sealed, and whether its chain holds.
    class Evidence < Base
      get "" do
        found = Queries::DocketList.new(sight: sight, state: "sealed", after: params["after"]).page
        chains = found.rows.to_h do |row|
          [row.docket.number,
         Core::Ledger::Chain.verify(Store::Ledger.rows(row.docket.number), docket: row.docket.number, head: Store::Ledger.head(row.docket.number))]
        end
        page :"evidence/list", title: "Evidence", place: "Evidence", found: found, chains: chains, versions: versions(found.rows.map { |row|
          row.docket.number
        })
      end

      private

      # {docket number => {kind => version with its record}}
      def versions(numbers)
        Store::Version.where(docket_number: numbers).eager(:record).all.group_by(&:docket_number).transform_values { |rows| rows.to_h { |row| [row.kind, row] } }
      end
    end
  end
end
