# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # Delivers a mail of the outbox that is about somebody's own account. Its link comes into being here, so that its
    # token is never stored; those of earlier mails end. Safe to run twice.
    class DeliverStaffMessage < Operation
      TOKEN_BYTES = 32
      PURPOSES = { "staff_invitation" => "invitation", "password_reset" => "reset" }.freeze

      def call(message_id)
        message = Store::Message[message_id]
        return unless message&.state == "queued"

        account = Store::Account[message.account_id]
        return message.update(state: "superseded") unless current?(message, account)

        closed = !Store::OfficeChoices.sign_on.passwords
        return message.update(state: "superseded") if closed && message.kind == "password_reset"

        kind = closed && message.kind == "staff_invitation" ? :staff_sign_on : message.kind.to_sym
        mail = Messages::StaffMail.new(kind, message.facts.to_h, locale: message.locale)
        Messages.send_off(message, mail, link: link_of(message, account, closed), at: now)
        message.update(state: "delivered", delivered_at: now)
      end

      private

      # Nobody gets a link to an account that has ended, or under an address that it no longer has.
      def current?(message, account)
        account.email.to_s == message.to_address && account.status_id != StaffAccounts::ENDED
      end

      # A mail that asks for nothing has none.
      def link_of(message, account, closed)
        return unless PURPOSES.key?(message.kind)

        closed ? sign_on_link : link(message, account)
      end

      # Where passwords are closed, nobody chooses one.
      def sign_on_link = "#{office.settings.address}/sign-on"

      def link(message, account)
        purpose = PURPOSES.fetch(message.kind)
        token = SecureRandom.urlsafe_base64(TOKEN_BYTES)
        transaction do
          Store::AccountLink.where(account_id: account.id, used_at: nil).update(ends_at: now)
          Store::AccountLink.create(
            account_id: account.id,
            purpose: purpose,
            token_sha256: Store::AccountLink.digest(token),
            made_at: now,
            ends_at: now + Store::AccountLink::LASTS_SECONDS.fetch(purpose)
          )
        end
        "#{office.settings.address}/welcome/#{token}"
      end
    end
  end
end
