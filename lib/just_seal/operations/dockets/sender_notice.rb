# frozen_string_literal: true

module JustSeal
  module Operations
    # Tells the sender of a docket what happened to it, as they wish. Runs in the transaction of what happened.
    class SenderNotice < Operation
      # +event+: of Core::Dockets::Notices; +mail+: kind of the mail that tells it at once; +who+: name of the party
      # that did it, nil where nobody did; +more+: for Messages.post.
      def call(docket, event, mail, who: nil, **more)
        case Core::Dockets::Notices.when(docket.owner.notices, event)
        when "at_once" then Messages.post(docket, mail, to: docket.owner, at: now, **more)
        when "daily" then keep(docket, event, who)
        end
      end

      private

      def keep(docket, event, who)
        db[:daily_notices].insert(
          account_id: docket.owner_id,
          docket_id: docket.id,
          event: event,
          who: who,
          happened_at: now
        )
      end
    end
  end
end
