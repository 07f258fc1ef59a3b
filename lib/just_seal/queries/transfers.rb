# frozen_string_literal: true

module JustSeal
  module Queries
    # Transfers to archives, and the lines of one, a page at a time.
    module Transfers
      SIZE = 40
      SHOWN = %w[left kept packed refused confirmed].freeze

      module_function

      # Page of [Store::Transfer, number of records], the newest first; +after+: as its key says.
      def list(after = nil)
        page = Page.by_id(Store::Transfer.eager(:maker), after: after, size: SIZE)
        lines = Store::TransferLine.where(transfer_id: page.rows.map(&:id))
        counts = lines.group_and_count(:transfer_id).as_hash(:transfer_id, :count)
        Page.new(rows: page.rows.map { |row| [row, counts.fetch(row.id, 0)] }, next_key: page.next_key)
      end

      def find(number) = Store::Transfer.where(number: number.to_s).eager(:maker, :record_class).all.first

      # DueTo of what +transfer+ may list and no other has; +at+: Time; +zone+: of the office.
      def due(transfer, at:, zone:)
        DueTo.new(
          "transfer",
          by: transfer.due_by,
          record_class: transfer.record_class,
          except: taken,
          at: at,
          zone: zone
        )
      end

      # {one of SHOWN => count}
      def counts(transfer)
        all = transfer.lines_dataset.unordered
        SHOWN.to_h { |key| [key, narrowed(all, key).count] }.select { |_, count| count.positive? }
      end

      # record_id of what some transfer has, or an archive has confirmed.
      def taken = Store::TransferLine.where(Sequel.|(under_way, Sequel.~(identifier: nil))).select(:record_id)

      # Lines to be packed, or to be confirmed.
      def open_lines = Store::TransferLine.where(under_way).where(identifier: nil)

      def under_way
        open = Store::Transfer.exclude(state: "ended").select(:id)
        Sequel.&({ transfer_id: open }, Sequel.|({ outcome: nil }, { outcome: "packed" }))
      end

      # Page of lines with their records; +shown+: one of SHOWN, or nil; +after+: id of the last of the page before.
      def lines(transfer, shown: nil, after: nil)
        found = narrowed(transfer.lines_dataset, shown).where(Sequel[:id] > after.to_i)
        rows = found.order(:id).limit(SIZE + 1).eager(:decider, :record).all
        Page.new(rows: rows.first(SIZE), next_key: (rows[SIZE - 1].id.to_s if rows.size > SIZE))
      end

      # The line of the record with that number, whose package is here. Raises Errors::Missing.
      def package(transfer, number)
        record = Store::Record.where(number: number.to_s).select(:id)
        line = transfer.lines_dataset.exclude(package_sha256: nil).where(record_id: record).first
        line || raise(Errors::Missing.new(:no_package, number: number))
      end

      # [Store::TransferLine, ...] whose packages are here.
      def packages(transfer)
        transfer.lines_dataset.exclude(package_sha256: nil).order(:id).eager(:record).all
      end

      # [parsed entry, ...] of its chain, the newest first.
      def entries(transfer) = Store::Ledger.told(transfer.number).reverse

      # The newest confirmed line of +record+; nil for none.
      def of(record)
        Store::TransferLine.where(record_id: record.id).confirmed.order(Sequel.desc(:id)).eager(:transfer).all.first
      end

      def narrowed(lines, shown)
        case shown
        when "left" then lines.where(outcome: nil, kept_because: nil)
        when "kept" then lines.exclude(kept_because: nil)
        when "packed" then lines.where(outcome: "packed", identifier: nil)
        when "refused" then lines.where(outcome: "refused")
        when "confirmed" then lines.exclude(identifier: nil)
        else lines
        end
      end
    end
  end
end
