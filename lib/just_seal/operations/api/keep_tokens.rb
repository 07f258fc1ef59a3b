# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # Makes and ends tokens of programs. Everybody of the staff makes them for themselves and for nobody else: what a
    # program does by one stands in the ledger under that person's name. Whoever keeps the staff makes them for accounts
    # of programs too, and can end them all.
    class KeepTokens < Operation
      CHAIN = "tokens"
      START = "jst_"
      BYTES = 32
      SCOPES = %w[read write send].freeze
      MAX_NAME = 100
      MAX_DAYS = 366

      # +name+: of the program; +scopes+: some of SCOPES; +days+: for which it is good. Returns [Store::ApiToken, the
      # token itself, which is told this once]. Raises Errors::Invalid keyed "name", "scopes" or "days".
      # +account_id+: of a program's account, nil for whoever makes it.
      def make(actor, name:, scopes:, days:, account_id: nil)
        allow!(actor, :see_rules)
        allow_account!(actor, account_id)
        name = Core::Filing::SafeName.line(name)
        refuse(name, scopes, days)
        secret = START + SecureRandom.urlsafe_base64(BYTES)
        values = { name: name, scopes: (SCOPES & scopes).join(" "), account_id: account_id || actor.id }
        [transaction { keep(actor, values, days, secret) }, secret]
      end

      # Ends the token +id+ at once. Raises Errors::Missing where it is not one of theirs.
      def end(actor, id:)
        transaction do
          token = Store::ApiToken.where(id: id, ended_at: nil).for_update.first
          raise Errors::Missing, :no_such_token unless token && mine?(actor, token.account_id)

          token.update(ended_at: now)
          record_event_on(CHAIN, "token.ended", actor, "name" => token.name, "account" => token.account.name)
          token
        end
      end

      private

      def allow_account!(actor, id)
        return if id.nil? || id == actor.id

        allow!(actor, :keep_staff)
        raise Errors::Missing, :no_such_account if Store::Account.programs.where(id: id).empty?
      end

      def mine?(actor, account_id) = account_id == actor.id || actor.may?(:keep_staff)

      def refuse(name, scopes, days)
        problems = {
          "name" => (:name_of_token unless name.length.between?(1, MAX_NAME)),
          "scopes" => (:scopes_of_token unless scopes.any? && (scopes - SCOPES).empty?),
          "days" => (Core::Problem.new(:days_of_token, limit: MAX_DAYS) unless days.between?(1, MAX_DAYS))
        }.compact
        raise Errors::Invalid, problems if problems.any?
      end

      def keep(actor, values, days, secret)
        token = Store::ApiToken.create(
          token_sha256: Store::ApiToken.digest(secret),
          made_by: actor.id,
          made_at: now,
          ends_at: now + (days * 86_400),
          **values
        )
        facts = { "name" => token.name, "account" => token.account.name, "scopes" => token.scopes }
        record_event_on(CHAIN, "token.made", actor, **facts, "ends_at" => Core::Ledger::Entry.time(token.ends_at))
        token
      end
    end
  end
end
