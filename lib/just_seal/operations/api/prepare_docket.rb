# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a docket with all that is said of it, at once: either all of it is kept, or nothing.
    class PrepareDocket < Operation
      # +record+: Store::Record; +said+: wording:, parties: and fields: as ChangeDraft takes them; without parties it
      # has the usual ones. Returns the Store::Docket, a draft. Raises Errors::Invalid as ChangeDraft does.
      def call(actor, record:, **said)
        transaction do
          docket = DraftDocket.call(actor, record: record)
          ChangeDraft.call(actor, number: docket.number, edits: docket.edits, **said)
        end
      end
    end
  end
end
