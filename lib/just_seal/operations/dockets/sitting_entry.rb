# frozen_string_literal: true

require "json"

module JustSeal
  module Operations
    # Notes a change of a draft. Forms save themselves while somebody types: for one sitting of one person one entry of
    # a kind is enough.
    class SittingEntry < Operation
      SECONDS = 600

      # Runs in the transaction of the change.
      def call(docket, kind, actor, facts)
        last_kind, at, body = last_entry(docket)
        return if last_kind == kind && at > now - SECONDS && JSON.parse(body)["actor"] == as_kept(actor)

        record_event(docket, kind, actor, facts)
      end

      private

      def last_entry(docket)
        newest = db[:ledger_entries].where(docket: docket.number).reverse(:seq).limit(1)
        Store::Ledger.told_of(newest).get(%i[kind at body])
      end

      def as_kept(actor) = JSON.parse(JSON.generate(actor.to_entry))
    end
  end
end
