# frozen_string_literal: true

module JustSeal
  module Operations
    # What is held is not changed, handed over or destroyed. Whoever would do so passes here, in the transaction in
    # which it is done: until that has ended no hold begins, and once one has begun it is seen.
    module HoldGate
      LOCK = [72, 1].freeze

      module_function

      # For whoever places a hold or makes one wider: waits for those who have passed, and lets nobody pass meanwhile.
      def shut = Store.db.get(Sequel.function(:pg_advisory_xact_lock, *LOCK))

      # Raises Errors::Conflict where one of +records+ is held, Errors::Missing where only a stub is left.
      def pass(*records)
        refuse(records, holds(records))
      end

      # The same where one is held by what stops dockets too.
      def pass_to_docket(*records) = refuse(records, stopping(records))

      # Is it stopped? Asked by jobs, which come again.
      def stops?(docket) = !stopping(docket.documents.map(&:record)).empty?

      # {record id => [Store::Hold, ...]}
      def holds(records)
        Store.db.get(Sequel.function(:pg_advisory_xact_lock_shared, *LOCK))
        Queries::Holds.among(records.map(&:id))
      end

      def stopping(records)
        holds(records).transform_values { |holds| holds.select(&:stops_dockets) }.reject { |_, holds| holds.empty? }
      end

      def refuse(records, held)
        gone = records.find { |one| one.values.key?(:docket_state) && one.destroyed? }
        raise Errors::Missing.new(:record_destroyed, number: gone.number) if gone

        record = records.find { |one| held.key?(one.id) } or return
        hold = held.fetch(record.id).first
        raise Errors::Conflict.new(:record_held, number: record.number, hold: hold.number, title: hold.title)
      end
    end
  end
end
