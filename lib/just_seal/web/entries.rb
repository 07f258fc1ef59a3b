# frozen_string_literal: true

module JustSeal
  module Web
    # Any entry of the whole ledger, found by docket or record, person, kind, time or address.
    class Entries < Base
      before { allow!(:find_entries) }

      get "" do
        asked = Queries::EntryFind::FIELDS.to_h { |name| [name, params[name].to_s.strip[0, 300]] }
        find = Queries::EntryFind.new(asked, zone: office.zone, after: params["after"])
        found = find.problems.empty? ? find.page : Queries::Page.new(rows: [])
        page :"evidence/entries",
          title: "Entries",
          place: "Evidence",
          asked: asked,
          problems: find.problems,
          found: found,
          dockets: Store::Docket.where(
            number: found.rows.map { |row|
              row[:docket]
            }.uniq
          ).select_map(:number)
      end
    end
  end
end
