# frozen_string_literal: true

module JustSeal
  module Operations
    # What every change of a draft begins with.
    module Drafting
      private

      # Docket +number+, locked, a draft, and +actor+'s to prepare. +edits+: the number of edits that the editor started from, nil where that does not matter.
      # Raises Errors::Conflict when it was sent, or somebody else saved meanwhile.
      def locked_draft(actor, number, edits = nil)
        docket = Store::Docket.locked(number)
        allow_docket!(actor, docket, :prepare)
        raise Errors::Conflict, "Docket #{number} is no longer a draft." unless docket.state == "draft"
        raise Errors::Conflict, "Somebody else saved docket #{number} meanwhile. Load the page again." unless edits.nil? || docket.edits == edits

        docket
      end
    end
  end
end
