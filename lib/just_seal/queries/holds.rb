# frozen_string_literal: true

module JustSeal
  module Queries
    # Which records are held by what: covered by a hold at this moment, or covered once and not lifted since.
    module Holds
      SIZE = 40
      KEY = /\A([01])-(\d{1,18})\z/

      module_function

      # Those that are not lifted, with their terms, the newest first.
      def live = Store::Hold.live.eager(:terms).order(Sequel.desc(:id)).all

      # {record id => [Store::Hold, ...]} of those among +ids+ that are held; in a fixed number of queries.
      def among(ids, zone: JustSeal.office.zone)
        holds = ids.empty? ? [] : live
        return {} if holds.empty?

        by_id = holds.to_h { |hold| [hold.id, hold] }
        covered(holds, ids, zone).group_by(&:first)
          .transform_values { |pairs| pairs.map { |_, hold| by_id.fetch(hold) } }
      end

      # [Store::Hold, ...]
      def over(record) = among([record.id]).fetch(record.id, [])

      # Those of +dataset+ (Store::Record) that a live hold has covered; what came just now follows within a minute.
      def known = Store.db[:held_records].where(released_at: nil)

      # Page of [Store::Hold, number of records], those in force first, the newest first; +after+: as its key says.
      def list(after = nil)
        holds = in_order(after).limit(SIZE + 1).all
        shown = holds.first(SIZE)
        counts = known.where(hold_id: shown.map(&:id)).group_and_count(:hold_id).as_hash(:hold_id, :count)
        Page.new(
          rows: shown.map { |hold| [hold, counts.fetch(hold.id, 0)] },
          next_key: (key(shown.last) if holds.size > SIZE)
        )
      end

      # Where a hold stands in the list: is it lifted?, and its id.
      def key(hold) = "#{hold.live? ? 0 : 1}-#{hold.id}"

      def in_order(after)
        found = Store::Hold.eager(:maker, :asker, :lifter).order(Sequel.~(lifted_at: nil), Sequel.desc(:id))
        lifted, id = after.to_s.match(KEY)&.captures
        id ? found.where(Sequel.lit("(lifted_at IS NOT NULL, -id) > (?, ?)", lifted == "1", -id.to_i)) : found
      end

      def find(number) = Store::Hold.where(number: number.to_s).eager(:terms, :maker, :asker, :lifter).all.first

      # Page of the records that +hold+ covers, of what +sight+ shows; +after+: id of the last one of the page before.
      def records(hold, sight:, after: nil)
        ids = Store.db[:held_records].where(hold_id: hold.id).select(:record_id)
        id = Sequel[:records][:id]
        found = sight.records.where(id => ids).where(id > after.to_i).order(id).limit(SIZE + 1).eager(:case_file).all
        Page.new(rows: found.first(SIZE), next_key: (found[SIZE - 1].id.to_s if found.size > SIZE))
      end

      # [parsed entry, ...] of its chain, the newest first.
      def entries(hold) = Store::Ledger.told(hold.number).reverse

      # [[record id, hold id], ...]
      def covered(holds, ids, zone)
        id = HeldRecords::ID
        kept = known.where(record_id: ids, hold_id: holds.map(&:id)).select(:record_id, :hold_id)
        holds.inject(kept) do |all, hold|
          found = HeldRecords.new(hold.terms, zone: zone).dataset.where(id => ids).unordered
          all.union(found.select(id, Sequel.cast(hold.id, :bigint)), from_self: false)
        end.select_map(%i[record_id hold_id])
      end
    end
  end
end
