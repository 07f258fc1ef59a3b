# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes away that an account belongs to somebody at a provider: their number there has changed, or it was bound to
    # the wrong person. Whoever comes next from there is known by their address once more.
    class ReleaseSignOn < StaffAccounts
      # +id+: of the Store::SignOnIdentity. Ends the sessions of the account. Raises Errors::Missing, Errors::Invalid
      # keyed "reason".
      def call(actor, account_id:, id:, reason:)
        allow!(actor, :keep_staff)
        said = reason(reason)
        transaction do
          account = locked(account_id)
          row = Store::SignOnIdentity.first(id: id, account_id: account.id) or raise Errors::Missing, :no_such_sign_on
          row.delete
          end_sessions(account)
          tell(actor, "account.released_elsewhere", account, "provider" => row.provider, "reason" => said)
          account
        end
      end
    end
  end
end
