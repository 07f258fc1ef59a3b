# frozen_string_literal: true

module JustSeal
  module Operations
    # What stands against a record's being handed over or destroyed, whatever its schedule says. To be asked under the
    # record's lock, in the transaction in which it goes.
    module FreeToGo
      module_function

      # Symbol or Core::Problem; nil for nothing.
      def problem(record)
        return :destroyed_already if record.destroyed?

        hold = HoldGate.holds([record]).fetch(record.id, []).first
        return Core::Problem.new(:record_held, number: record.number, hold: hold.number, title: hold.title) if hold
        return Core::Problem.new(:reserved_now, name: record.holder.name) if record.reserved_by

        :in_work_now if open?(record)
      end

      def open?(record)
        documents = Store::DocketDocument.where(record_id: record.id)
        Store::Docket.where(id: documents.select(:docket_id), state: %w[draft out]).any? ||
          Store::Circulation.where(record_id: record.id, state: %w[draft sending out stopped]).any?
      end
    end
  end
end
