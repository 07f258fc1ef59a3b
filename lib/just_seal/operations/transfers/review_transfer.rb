# frozen_string_literal: true

module JustSeal
  module Operations
    # What people do with a transfer before it is packed: they keep some records back, have it packed, or give it up.
    class ReviewTransfer < Operation
      MAX_REASON = 500

      # +ids+: of lines; +because+: text, empty where they are to go after all. Returns the Store::Transfer.
      def keep(actor, number:, ids:, because:)
        because = because.strip
        change(actor, number, %w[review]) do |transfer|
          if because.length > MAX_REASON
            raise Errors::Invalid, { "because" => Core::Problem.new(:too_long, limit: MAX_REASON) }
          end

          lines = Store::TransferLine.where(transfer_id: transfer.id, id: ids).eager(:record).order(:id).all
          raise Errors::Invalid, { "lines" => :choose_lines } if lines.empty?

          note(actor, transfer, lines, because)
          reason = because.empty? ? nil : because
          Store::TransferLine.where(id: lines.map(&:id)).update(kept_because: reason, decided_by: actor.id)
        end
      end

      # Has it packed by a job. Raises Errors::Invalid where everything is kept.
      def pack(actor, number:)
        change(actor, number, %w[review]) do |transfer|
          left = transfer.lines_dataset.where(kept_because: nil)
          raise Errors::Invalid, { "lines" => :nothing_to_pack } if left.empty?

          record_event_on(number, "transfer.begun", actor, "lines" => left.count)
          transfer.update(state: "packing")
          Jobs::PackTransfer.enqueue(transfer.id)
        end
      end

      # Nothing more comes of it; what the archive has confirmed stays confirmed.
      def end(actor, number:)
        change(actor, number, %w[review packed]) do |transfer|
          record_event_on(number, "transfer.ended", actor)
          transfer.update(state: "ended", ended_at: now)
        end
      end

      private

      def change(actor, number, states)
        allow!(actor, :dispose)
        transaction do
          transfer = Store::Transfer.locked(number)
          raise Errors::Conflict.new(:transfer_moved_on, number: number) unless states.include?(transfer.state)

          yield transfer
          transfer.refresh
        end
      end

      def note(actor, transfer, lines, because)
        facts = { "records" => lines.map { |line| line.record.number } }
        return record_event_on(transfer.number, "transfer.line_back", actor, facts) if because.empty?

        record_event_on(transfer.number, "transfer.line_kept", actor, facts.merge("because" => because))
      end
    end
  end
end
