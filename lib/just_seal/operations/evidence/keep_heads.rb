# frozen_string_literal: true

module JustSeal
  module Operations
    # Writes the newest entry of each chain that moved into a file outside the database, every few seconds: until a
    # checkpoint covers them, nothing else would tell that entries were cut off. Safe to run by several at once.
    class KeepHeads < Operation
      # Transactions that end late have smaller numbers of arrival than others that are there already.
      OVERLAP = 2_000

      def initialize
        super
        @known = {}
        @from = nil
      end

      # A file that can't be written is said in the log, and tried again: whoever calls has other work to do.
      def call
        @from ||= [office.heads.upto, covered].max
        rows = moved
        keep(rows) if rows.any?
      rescue SystemCallError => e
        warn "#{Time.now.utc.iso8601} #{office.heads.path}: #{e.message}"
      end

      private

      # Nothing counts as kept before it is.
      def keep(rows)
        upto = [@from, *rows.map { |row| row[:id] }].max
        heads = rows.to_h { |row| [row[:docket], row.values_at(:seq, :hash)] }
        news = heads.reject { |docket, head| @known[docket] == head }
        office.heads.append(news, upto: upto, at: Core::Ledger::Entry.time(office.now)) if news.any?
        @known = heads
        @from = upto
      end

      # Number of arrival up to which the newest checkpoint tells.
      def covered
        point = Store::Checkpoint.newest or return 0
        db[:ledger_leaves].where(position: point.size - 1).get(:entry_id).to_i
      end

      def moved
        db[:ledger_entries]
          .where(Sequel[:id] > @from - OVERLAP)
          .order(:docket, Sequel.desc(:seq))
          .distinct(:docket)
          .select(:docket, :seq, :hash, :id)
          .all
      end
    end
  end
end
