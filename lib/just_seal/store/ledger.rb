# frozen_string_literal: true

module JustSeal
  module Store
    # Appends ledger entries and reads them. Appending joins the caller's transaction, so that a change and its entry
    # stand or fall together.
    module Ledger
      module_function

      # +docket+: docket number; see Core::Ledger::Entry.opening.
      def append(docket:, kind:, at:, actor:, facts: {})
        private_parts = Core::Ledger::Private
        actor, facts, apart = private_parts.split(kind, actor, facts) { SecureRandom.hex(private_parts::SALT_BYTES) }
        opening = Core::Ledger::Entry.opening(docket: docket, kind: kind, at: at, actor: actor, facts: facts)
        row = [docket, kind, Core::Ledger::Entry.time(at), opening, apart&.salt, apart&.text]
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

        connection.prepare(APPEND, "SELECT ledger_append($1, $2, $3::timestamptz, $4, $5, $6)")
        connection.instance_variable_set(:@ledger_append, true)
        connection
      end

      # [parsed entry, ...] of a chain as they were told, in order of seq: with what lies apart, where it is there.
      def told(docket)
        entries = Store.db[:ledger_entries].where(docket: docket)
        told_of(entries).order(:seq).select_map(:body).map { |text| JSON.parse(text) }
      end

      # [[[entry as it was told, hash], ...], Core::Ledger::Chain::Result] of a chain, recomputed.
      def verified_as_told(docket)
        rows, result = verified(docket)
        [told(docket).first(rows.size).zip(rows.map(&:last)), result]
      end

      # Entries of +dataset+ (of ledger_entries), with the same columns, as they were told.
      def told_of(dataset) = Store.db[:told_entries].where(id: dataset.select(Sequel[:ledger_entries][:id]))

      # Entries that somebody of +names+ (in small letters) did.
      def by_names(names)
        lower = Sequel.function(:lower, :actor)
        apart = Store.db[:ledger_private].where(lower => names).select(:entry_id)
        Store.db[:ledger_entries].where(id: Store.db[:ledger_entries].where(lower => names).select(:id).union(apart))
      end

      # [{"docket", "seq", "salt", "private"}, ...] of chains: what lies apart, as bundles carry it.
      def apart(chains)
        Store.db[:ledger_private].join(:ledger_entries, id: :entry_id)
          .where(Sequel[:ledger_private][:docket] => chains).order(Sequel[:ledger_private][:docket], :seq)
          .select_map([Sequel[:ledger_private][:docket], :seq, :salt, Sequel[:ledger_private][:body]])
          .map { |docket, seq, salt, body| { "docket" => docket, "seq" => seq, "salt" => salt, "private" => body } }
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
