# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody chooses the password of their own account. All other sessions end: whoever had the old one is out.
    class ChangePassword < Operation
      # A password that was given for once has served, and opens nothing any more.
      def self.use_up(account)
        return unless account.password_for_once

        Store.db[:account_password_hashes].where(id: account.id).delete
      end

      # +session_keys+: of the session that stays. Raises Errors::Invalid keyed "password" or "again".
      def call(actor, password:, again:, session_keys:)
        account = Store::Account[actor.id]
        hash = PasswordKeeper.hash(password, again: again, known: [account.name, account.email.to_s])
        transaction do
          account.lock!
          ended = PasswordKeeper.put(account, hash, except: session_keys)
          record_event_on(SecondSteps::CHAIN, "account.password_changed", actor, "sessions_ended" => ended)
        end
      end
    end
  end
end
