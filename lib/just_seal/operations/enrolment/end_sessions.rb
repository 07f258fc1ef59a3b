# frozen_string_literal: true

module JustSeal
  module Operations
    # Ends sessions of somebody's own account: one that they name, or all but the one they are in.
    class EndSessions < Operation
      # +key+: of the session to end, nil for all others; +except+: keys of the one that stays. Returns how many ended.
      def call(actor, except:, key: nil)
        transaction do
          rows = db[:account_active_session_keys].where(account_id: actor.id).exclude(session_id: except)
          ended = (key ? rows.where(session_id: key) : rows).delete
          record_event_on(SecondSteps::CHAIN, "account.sessions_ended", actor, "count" => ended) if ended.positive?
          ended
        end
      end
    end
  end
end
