# frozen_string_literal: true

module JustSeal
  module Web
    # Any entry of the whole ledger, found by docket or record, person, kind, time or address.
    class Entries < Base
      before { allow!(:find_entries) }

      get "" do
        asked = Queries::EntryFind::FIELDS.to_h { |name| [name, text_param(name, most: 300).strip] }
        find = Queries::EntryFind.new(asked, zone: office.zone, after: params["after"])
        found = find.problems.empty? ? find.page : Queries::Page.new(rows: [])
        dockets = Queries::EntryFind.dockets(found.rows)
        show_page Pages::Evidence::Entries.new(
          context,
          found,
          asked: asked,
          dockets: dockets,
          problems: Words.problems(find.problems)
        )
      end
    end
  end
end
