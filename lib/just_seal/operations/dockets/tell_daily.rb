# frozen_string_literal: true

module JustSeal
  module Operations
    # Tells senders in one mail what has happened since the last one, of what they want to be told once a day. Safe to
    # run twice: what was told is gone.
    class TellDaily < Operation
      MAX_LINES = 200

      # Returns how many were told.
      def call
        db[:daily_notices].distinct.select_map(:account_id).count { |id| transaction { tell(id) } }
      end

      private

      def tell(account_id)
        rows = take(account_id)
        account = Store::Account[account_id]
        return if rows.empty? || account.status_id == StaffAccounts::ENDED

        dockets = Store::Docket.where(id: rows.map { |row| row[:docket_id] }).as_hash(:id)
        events = rows.first(MAX_LINES).map { |row| event(row, dockets.fetch(row[:docket_id])) }
        about = { "events" => events, "more" => rows.size - events.size }
        Messages.post_to_staff(account, :staff_daily, at: now, about: about)
      end

      # What nobody else is telling just now.
      def take(account_id)
        rows = db[:daily_notices].where(account_id: account_id).order(:id).for_update.skip_locked.all
        db[:daily_notices].where(id: rows.map { |row| row[:id] }).delete
        rows
      end

      def event(row, docket)
        {
          "event" => row[:event],
          "docket" => docket.number,
          "title" => docket.title,
          "who" => row[:who].to_s,
          "at" => row[:happened_at].utc.iso8601
        }
      end
    end
  end
end
