# frozen_string_literal: true

module JustSeal
  module Operations
    # What operations on accounts of the staff share.
    class StaffAccounts < Operation
      CHAIN = SecondSteps::CHAIN
      REASON_CHARACTERS = (3..300)
      # As Rodauth counts: invited and not yet there, there, and gone.
      INVITED = 1
      OPEN = 2
      ENDED = 3

      private

      # The account, locked, as +edits+ has it (nil: as it is). An auditor from outside belongs to their inquiry.
      def locked(account_id, edits: nil)
        account = Store::Account.exclude(role: "outside").where(id: account_id).for_update.first or
          raise Errors::Missing, :no_such_account
        raise Errors::Conflict.new(:changed_meanwhile, name: account.name) if edits && edits != account.edits

        account
      end

      # Without an administrator nobody could make another. Locks all of them, so that two can't go at once.
      def refuse_last(account)
        return unless account.role == "administrator" && account.status_id == OPEN

        others = Store::Account.where(role: "administrator", status_id: OPEN).order(:id).for_update.all - [account]
        raise Errors::Conflict.new(:last_administrator, name: account.name) if others.empty?
      end

      # A new link, which takes the place of those before. Its token comes into being when its mail is delivered.
      def send_link(account, purpose, about: {})
        Store::AccountLink.where(account_id: account.id, used_at: nil).update(ends_at: now)
        Messages.post_to_staff(account, purpose == "reset" ? :password_reset : :staff_invitation, at: now, about: about)
      end

      def end_sessions(account) = db[:account_active_session_keys].where(account_id: account.id).delete

      def reason(text)
        said = text.to_s.strip
        return said if REASON_CHARACTERS.cover?(said.length)

        raise Errors::Invalid, { "reason" => Core::Problem.new(:reason_in_brief, limit: REASON_CHARACTERS.max) }
      end

      def tell(actor, kind, account, facts = {})
        record_event_on(CHAIN, kind, actor, { "name" => account.name, **facts }.compact)
      end
    end
  end
end
