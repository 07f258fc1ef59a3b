# frozen_string_literal: true

module JustSeal
  module Store
    # Appends ledger entries and reads them. Appending joins the caller's transaction, so that a change and its entry
    # stand or fall together.
    module Ledger
      module_function

      # +docket+: docket number; see Core::Ledger::Entry.opening.
      def append(docket:, kind:, at:, actor:, facts: {})
        opening = Core::Ledger::Entry.opening(docket: docket, kind: kind, at: at, actor: actor, facts: facts)
        row = [docket, kind, Core::Ledger::Entry.time(at), opening]
        gathered = Thread.current[GATHERED]
        gathered ? gathered << row : write(row)
      end

      # Keeps back what the block appends, and writes it at its end, in the same order. A block that is left by return
      # or throw never comes to its end, and its transaction would be kept without its entries: that is refused.
      def gather
        Thread.current[GATHERED] = gathered = []
        left = true
        value = yield
        left = false
        gathered.each { |row| write(row) }
        value
      rescue Exception # rubocop:disable Lint/RescueException
        left = false
        raise
      ensure
        Thread.current[GATHERED] = nil
        raise "a transaction was left before its entries were written" if left && gathered.any?
      end

      # Past Sequel, which would take longer to write the statement than PostgreSQL to run it; on the connection of the
      # caller's transaction all the same.
      def write(row)
        Store.db.synchronize { |connection| prepared(connection).exec_prepared(APPEND, row) }
      end

      APPEND = "ledger_append"
      GATHERED = :just_seal_gathered_entries

      # The connection, with the statement prepared; once for each.
      def prepared(connection)
        return connection if connection.instance_variable_defined?(:@ledger_append)

        connection.prepare(APPEND, "SELECT ledger_append($1, $2, $3::timestamptz, $4)")
        connection.instance_variable_set(:@ledger_append, true)
        connection
      end

      # [[text, hash], ...] of a docket in order of seq.
      def rows(docket) = Store.db[:ledger_entries].where(docket: docket).order(:seq).select_map(%i[body hash])

      # [rows, head] as of the same moment, by one statement: somebody may be appending.
      def whole(docket)
        found = Store.db[:ledger_heads].left_join(
          :ledger_entries,
          docket: :docket
        ).where(Sequel[:ledger_heads][:docket] => docket).order(Sequel[:ledger_entries][:seq])
          .select_map([
            :body,
            Sequel[:ledger_entries][:hash].as(:entry_hash),
            Sequel[:ledger_heads][:seq].as(:head_seq),
            Sequel[:ledger_heads][:hash].as(:head_hash)
          ])
        return [rows(docket), nil] if found.empty?

        [found.filter_map { |body, hash, *| [body, hash] if body }, found.first.last(2)]
      end

      # [[[text, hash], ...], Core::Ledger::Chain::Result] of a docket, recomputed.
      def verified(docket)
        rows, head = whole(docket)
        [rows, Core::Ledger::Chain.verify(rows, docket: docket, head: head)]
      end

      # [seq, hash] of the newest entry, nil without entries.
      def head(docket) = Store.db[:ledger_heads].where(docket: docket).get(%i[seq hash])
    end
  end
end
