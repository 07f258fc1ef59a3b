# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody chooses a password by a link that was sent to their address: after an invitation, or because they have
    # forgotten the old one. The second factor stays what it was.
    class ChoosePassword < StaffAccounts
      # Sends a link to +email+, where an open account has it; what is answered is the same where none has. +origin+:
      # {address:, client:} of whoever asks. At most one in PAUSE_SECONDS.
      PAUSE_SECONDS = 60

      def ask(email, origin)
        return unless Store::OfficeChoices.sign_on.passwords

        transaction do
          account = Store::Account.exclude(role: "outside").where(email: email.to_s.strip, status_id: OPEN)
            .for_update.first
          next if account.nil? || asked_just_now?(account)

          tell(actor_of(account, origin), "account.reset_asked", account)
          Messages.post_to_staff(account, :password_reset, at: now)
        end
        nil
      end

      # The Store::AccountLink of +token+. Raises Errors::Missing where it is used up or has ended.
      def link(token)
        Store::AccountLink.by_token(token, at: now) or raise Errors::Missing, :account_link_ended
      end

      # Returns the Store::Account. Raises as #link, and Errors::Invalid keyed "password" or "again".
      def call(token, origin, password:, again:)
        account = link(token).account
        hash = PasswordKeeper.hash(password, again: again, known: [account.name, account.email.to_s])
        transaction do
          account = locked(account.id)
          link = Store::AccountLink.where(id: link(token).id).for_update.first
          raise Errors::Missing, :account_link_ended if link.used_at

          link.update(used_at: now)
          use(account, link, hash, actor_of(account, origin))
        end
      end

      private

      def use(account, link, hash, actor)
        ended = PasswordKeeper.put(account, hash)
        account.update(status_id: OPEN) if account.status_id == INVITED
        kind = link.purpose == "invitation" ? "account.opened" : "account.password_reset"
        tell(actor, kind, account, "sessions_ended" => (ended if ended.positive?))
        account
      end

      def asked_just_now?(account)
        Store::Message.where(account_id: account.id, kind: "password_reset")
          .where(Sequel[:created_at] > now - PAUSE_SECONDS).any?
      end

      def actor_of(account, origin)
        Core::Actor.new(kind: "staff", id: account.id, name: account.name, role: account.role, **origin)
      end
    end
  end
end
