# frozen_string_literal: true

module JustSeal
  module Operations
    # What every change of a draft begins with.
    module Drafting
      # Forms save themselves while somebody types: for one sitting of one person one entry of a kind is enough.
      SITTING_SECONDS = 600

      private

      def enter_sitting(docket, kind, actor, facts)
        last_kind, at, body = db[:ledger_entries].where(docket: docket.number).reverse(:seq).get(%i[kind at body])
        same = last_kind == kind && at > now - SITTING_SECONDS &&
          JSON.parse(body)["actor"] == JSON.parse(JSON.generate(actor.to_entry))
        record_event(docket, kind, actor, facts) unless same
      end

      # Docket +number+, locked, a draft, and +actor+'s to prepare. +edits+: the number of edits that the editor started
      # from, nil where that does not matter.
      # Raises Errors::Conflict when it was sent, or somebody else saved meanwhile.
      def locked_draft(actor, number, edits = nil)
        docket = Store::Docket.locked(number)
        allow_docket!(actor, docket, :prepare)
        raise Errors::Conflict.new(:not_a_draft, number: number) unless docket.state == "draft"
        raise Errors::Conflict.new(:docket_saved_meanwhile, number: number) unless edits.nil? || docket.edits == edits

        docket
      end
    end
  end
end
