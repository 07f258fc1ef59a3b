# frozen_string_literal: true

module JustSeal
  module Operations
    # Notes that somebody has a draft open, for the others who have.
    class OpenDraft < Operation
      # Who was not seen for this long has left.
      AWAY_SECONDS = 30

      # Returns the names of the others.
      def call(actor, number:)
        docket = Store::Docket.first(number: number) or raise Errors::Missing.new(:no_docket, number: number)
        allow_docket!(actor, docket, :prepare)
        table = db[:draft_editors]
        table.insert_conflict(target: %i[docket_id account_id], update: { seen_at: now }).insert(
          docket_id: docket.id,
          account_id: actor.id,
          seen_at: now
        )
        here = table.where(docket_id: docket.id).exclude(account_id: actor.id).where(
          Sequel[:seen_at] > now - AWAY_SECONDS
        ).select(:account_id)
        Store::Account.where(id: here).order(:name).select_map(:name)
      end
    end
  end
end
