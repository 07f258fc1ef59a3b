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

      def call
        @from ||= [office.heads.upto, covered].max
        rows = moved
        return if rows.empty?

        @from = [rows.map { |row| row[:id] }.max, @from].max
        heads = rows.to_h { |row| [row[:docket], row.values_at(:seq, :hash)] }
        keep(heads.reject { |docket, head| @known[docket] == head })
        @known = heads
      end

      private

      def keep(news)
        office.heads.append(news, upto: @from, at: Core::Ledger::Entry.time(office.now)) if news.any?
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
