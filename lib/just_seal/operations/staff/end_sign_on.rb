# frozen_string_literal: true

module JustSeal
  module Operations
    # The provider where somebody signed on says that they have signed out there: what was begun by it ends here.
    class EndSignOn < StaffAccounts
      # +told+: {"iss", "sub", "sid"}, of which "sub" or "sid" may be absent. Returns how many sessions ended.
      def call(told, origin)
        transaction do
          rows = sessions(told)
          ended = rows.returning(:account_id).delete.map { |row| row.fetch(:account_id) }
          ended.tally.each { |account_id, count| tell_end(told, origin, account_id, count) }
          ended.size
        end
      end

      private

      def sessions(told)
        rows = db[:account_active_session_keys].where(Sequel.lit("vouched->>'provider' = ?", told.fetch("iss")))
        rows = rows.where(Sequel.lit("vouched->>'session' = ?", told["sid"])) if told["sid"]
        return rows unless told["sub"]

        known = Store::SignOnIdentity.where(provider: told.fetch("iss"), subject: told["sub"])
        rows.where(account_id: known.select(:account_id))
      end

      def tell_end(told, origin, account_id, count)
        actor = Core::Actor::SYSTEM.with(name: told.fetch("iss"), **origin)
        tell(actor, "account.signed_out_elsewhere", Store::Account[account_id], "count" => count)
      end
    end
  end
end
