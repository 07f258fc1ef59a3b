# frozen_string_literal: true

module JustSeal
  module Queries
    # Tokens of programs.
    module ApiTokens
      module_function

      # Accounts of programs.
      def accounts = Store::Account.programs.order(:name).all

      # All of them, or those of +account+; the newest first.
      def seen_by(account, all:)
        found = Store::ApiToken.eager(:account).order(Sequel.desc(:id))
        (all ? found : found.where(account_id: account.id)).all
      end

      # The Store::ApiToken that +secret+ is at +time+, nil for none; its account is one that may sign in.
      def of(secret, time)
        token = Store::ApiToken.live(time).first(token_sha256: Store::ApiToken.digest(secret)) or return
        token if [Store::Account.live, Store::Account.programs].any? { |all| all.where(id: token.account_id).any? }
      end
    end
  end
end
