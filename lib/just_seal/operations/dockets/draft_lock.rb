# frozen_string_literal: true

module JustSeal
  module Operations
    # The draft that somebody changes, locked until the transaction ends.
    class DraftLock < Operation
      # Docket +number+, a draft, and +actor+'s to prepare. +edits+: the number of edits that the editor started from,
      # nil where that does not matter.
      # Raises Errors::Conflict when it was sent, or somebody else saved meanwhile.
      def call(actor, number, edits = nil)
        docket = Store::Docket.locked(number)
        allow_docket!(actor, docket, :prepare)
        raise Errors::Conflict.new(:not_a_draft, number: number) unless docket.state == "draft"
        raise Errors::Conflict.new(:docket_saved_meanwhile, number: number) unless edits.nil? || docket.edits == edits

        docket
      end
    end
  end
end
