# frozen_string_literal: true

module JustSeal
  module Queries
    # Disposals, and the lines of one, a page at a time.
    module Disposals
      SIZE = 40
      SHOWN = %w[undecided destroy keep destroyed kept refused].freeze

      module_function

      # Page of [Store::Disposal, number of records], the newest first; +after+: as its key says.
      def list(after = nil)
        page = Page.by_id(Store::Disposal.eager(:maker), after: after, size: SIZE)
        lines = Store::DisposalLine.where(disposal_id: page.rows.map(&:id))
        counts = lines.group_and_count(:disposal_id).as_hash(:disposal_id, :count)
        Page.new(rows: page.rows.map { |row| [row, counts.fetch(row.id, 0)] }, next_key: page.next_key)
      end

      def find(number)
        found = Store::Disposal.where(number: number.to_s)
        found.eager(:maker, :record_class, :certificate_record, approvals: :account).all.first
      end

      # DueTo of what +disposal+ may list and no other list has; +at+: Time; +zone+: of the office.
      def due(disposal, at:, zone:)
        DueTo.new(
          "destroy",
          by: disposal.due_by,
          record_class: disposal.record_class,
          except: OpenLists.of_disposals.select(:record_id),
          at: at,
          zone: zone
        )
      end

      # {"undecided" | decision | outcome => count}
      def counts(disposal)
        lines = disposal.lines_dataset.unordered
        decided = lines.group_and_count(:decision).as_hash(:decision, :count)
        outcomes = lines.exclude(outcome: nil).group_and_count(:outcome).as_hash(:outcome, :count)
        { "undecided" => decided.delete(nil) }.compact.merge(decided, outcomes)
      end

      # Page of lines with their records; +shown+: one of SHOWN, or nil; +after+: id of the last of the page before.
      def lines(disposal, shown: nil, after: nil)
        found = narrowed(disposal.lines_dataset, shown).where(Sequel[:id] > after.to_i)
        rows = found.order(:id).limit(SIZE + 1).eager(:decider, record: :record_class).all
        Page.new(rows: rows.first(SIZE), next_key: (rows[SIZE - 1].id.to_s if rows.size > SIZE))
      end

      # {record id => [Store::Hold, ...]}
      def holds(lines) = Holds.among(lines.map(&:record_id))

      # SHA-256 of the list, by which somebody says which one they approve.
      def digest(disposal)
        lines = disposal.lines_dataset.order(:id).select_map(%i[record_id decision because due_on])
        Core::Ledger::Entry.digest(JSON.generate(lines))
      end

      # [parsed entry, ...] of its chain, the newest first.
      def entries(disposal) = Store::Ledger.told(disposal.number).reverse

      # Those that wait for +account+ to approve them.
      def waiting_for(account)
        return [] unless Core::Rights.may?(account.role, :dispose)

        approved = Store::DisposalApproval.where(role: account.role).select(:disposal_id)
        Store::Disposal.where(state: "approval").exclude(id: approved).order(:id).all
      end

      def narrowed(lines, shown)
        case shown
        when "undecided" then lines.where(decision: nil)
        when "destroy", "keep" then lines.where(decision: shown)
        when "destroyed", "kept", "refused" then lines.where(outcome: shown)
        else lines
        end
      end
    end
  end
end
