# frozen_string_literal: true

module JustSeal
  module Operations
    # What operations on accounts of the staff share.
    class StaffAccounts < Operation
      CHAIN = SecondSteps::CHAIN
      REASON_CHARACTERS = (3..300)
      INVITED, OPEN, ENDED = Core::Offices::AccountState::NUMBERS.values

      private

      # The account, locked, as +edits+ has it (nil: as it is). An auditor from outside belongs to their inquiry. All
      # administrators are locked with it, in one order: of two who go at once, one has to stay.
      def locked(account_id, edits: nil)
        rows = Store::Account.where(Sequel.|({ id: account_id }, { role: "administrator" })).order(:id).for_update.all
        account = rows.find { |row| row.id == account_id && !row.outside? && !row.program? }
        raise Errors::Missing, :no_such_account unless account

        raise Errors::Conflict.new(:changed_meanwhile, name: account.name) if edits && edits != account.edits

        account
      end

      # Without an administrator nobody could make another. +account+: as #locked gave it.
      def refuse_last(account)
        open = { role: "administrator", status_id: OPEN }
        return unless open.all? { |name, value| account[name] == value }
        return if Store::Account.where(open).exclude(id: account.id).any?

        raise Errors::Conflict.new(:last_administrator, name: account.name)
      end

      # A new link, which takes the place of those before. Its token comes into being when its mail is delivered.
      def send_link(account, purpose, about: {})
        end_links(account)
        Messages.post_to_staff(account, purpose == "reset" ? :password_reset : :staff_invitation, at: now, about: about)
      end

      def end_links(account) = Store::AccountLink.where(account_id: account.id, used_at: nil).update(ends_at: now)
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
