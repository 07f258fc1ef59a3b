# frozen_string_literal: true

module JustSeal
  module Store
    # Appends ledger entries and reads them. Appending joins the caller's transaction, so that a change and its entry stand or fall together.
    module Ledger
      module_function

      # +docket+: docket number; see Core::Ledger::Entry.opening.
      def append(docket:, kind:, at:, actor:, facts: {})
        opening = Core::Ledger::Entry.opening(docket: docket, kind: kind, at: at, actor: actor, facts: facts)
        Store.db.get(Sequel.function(:ledger_append, docket, kind, Sequel.cast(Core::Ledger::Entry.time(at), :timestamptz), opening))
      end

      # [[text, hash], ...] of a docket in order of seq.
      def rows(docket) = Store.db[:ledger_entries].where(docket: docket).order(:seq).select_map(%i[body hash])

      # [seq, hash] of the newest entry, nil without entries.
      def head(docket) = Store.db[:ledger_heads].where(docket: docket).get(%i[seq hash])
    end
  end
end
