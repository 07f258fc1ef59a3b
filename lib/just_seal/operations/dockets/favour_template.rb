# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody takes a docket template among their favourites, or out of them. That is nobody's business but theirs, and
    # no entry.
    class FavourTemplate < Operation
      # Is it one now?
      def call(actor, template:)
        transaction do
          mine = db[:docket_template_favourites].where(account_id: actor.id, template_id: template.id)
          next false if mine.delete.positive?

          db[:docket_template_favourites].insert_conflict.insert(account_id: actor.id, template_id: template.id)
          true
        end
      end
    end
  end
end
