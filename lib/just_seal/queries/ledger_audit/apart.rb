# frozen_string_literal: true

require "set"

module JustSeal
  module Queries
    class LedgerAudit
      # Holds what entries say of people, which lies apart, against their commitments, and what is left of records that
      # were destroyed against the entries that tell of it.
      class Apart
        BATCH = 1_000
        # As it stands in an entry, between prev and what follows.
        COMMITMENT = /"private":"(\h{64})",(?:"rows":\[.*\],)?"seq":\d+,"v":1\}\z/

        # +found+: callable for a code and a place.
        def initialize(found)
          @found = found
        end

        # +rows+: of ledger_entries, that are compared next.
        def read(rows)
          ids = rows.map { |row| row[:id] }
          @parts = ids.each_slice(BATCH).reduce({}) do |parts, some|
            parts.merge!(db[:ledger_private].where(entry_id: some).as_hash(:entry_id))
          end
        end

        # +rows+: of ledger_entries that were read. Where a part is gone, a stub says why.
        def compare(rows)
          rows.each do |row|
            fault = fault(row, row[:body][COMMITMENT, 1], @parts[row[:id]]) or next
            @found.call(fault, Core::Problem.new(:chain_entry, chain: row[:docket], seq: row[:seq]))
          end
        end

        # A stub is the one that its record's chain tells of.
        def compare_stubs
          rows = Store::Stub.join(:records, id: :record_id).order(:record_id)
          rows.select_map([Sequel[:records][:number], :body]).each_slice(BATCH) do |some|
            told = destructions(some.map(&:first))
            some.each do |chain, body|
              next if told[chain] == Core::Ledger::Entry.digest(body)

              @found.call(:stub_differs, Core::Problem.new(:all_entries, chain: chain))
            end
          end
        end

        private

        def db = Store.db

        def fault(row, commitment, part)
          return if commitment.nil? && part.nil?
          return (:private_differs unless fits?(part, commitment)) if part

          :private_gone unless let_go.include?(row[:docket])
        end

        def fits?(part, commitment)
          told = JSON.parse(part[:body])
          Core::Ledger::Private::Sealed.new(text: part[:body], salt: part[:salt]).commitment == commitment &&
            told["actor"].values_at("name", "address") == part.values_at(:actor, :address)
        rescue JSON::ParserError
          false
        end

        # Names of chains of what was destroyed.
        def let_go
          @let_go ||= [
            Store::Record.where(id: Store::Content.stubs),
            Store::Docket.where(id: Store::Content.docket_stubs),
            Store::Circulation.where(record_id: Store::Content.stubs)
          ].flat_map { |rows| rows.select_map(:number) }.to_set
        end

        # {chain => hash of the stub that its entry tells of}
        def destructions(chains)
          bodies = db[:ledger_entries].where(docket: chains, kind: "record.destroyed").select_map(%i[docket body])
          bodies.to_h { |chain, body| [chain, JSON.parse(body).dig("facts", "stub")] }
        end
      end
    end
  end
end
