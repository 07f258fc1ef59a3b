# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody names who acts for them from one day to another; an administrator does it for whoever can't.
    class NameDeputy < StaffAccounts
      MAX_DAYS = 366

      # +account_id+: of whoever is away; +deputy_id+: of who acts; +first_day+, +last_day+: ISO days. Returns the
      # Store::Deputy. Raises Errors::Invalid keyed "deputy", "first_day", "last_day".
      def call(actor, account_id:, deputy_id:, first_day:, last_day:)
        allow!(actor, :keep_staff) unless actor.id == account_id
        transaction do
          account = locked(account_id)
          days = checked(account, deputy_id, first_day, last_day)
          row = Store::Deputy.create(
            account_id: account.id,
            deputy_id: deputy_id,
            first_day: days.first,
            last_day: days.last,
            named_by: actor.id,
            named_at: now
          )
          tell_of(actor, "account.deputy_named", row)
          row
        end
      end

      # Ends it at once.
      def end(actor, id:)
        transaction do
          row = Store::Deputy.live.where(id: id).for_update.first or raise Errors::Missing, :no_such_deputy
          allow!(actor, :keep_staff) unless actor.id == row.account_id
          row.update(ended_at: now)
          tell_of(actor, "account.deputy_ended", row)
          row
        end
      end

      private

      # The first and the last day.
      def checked(account, deputy_id, *texts)
        days = texts.map { |text| day(text) }
        problems = { "deputy" => wrong_deputy(account, deputy_id), **wrong_days(*days) }.compact
        problems["deputy"] = :deputy_named_already if problems.empty? && named?(account, deputy_id, *days)
        raise Errors::Invalid, problems if problems.any?

        days
      end

      def day(text)
        Date.iso8601(text.to_s)
      rescue Date::Error
        nil
      end

      def wrong_deputy(account, deputy_id)
        found = Store::Account.live.where(id: deputy_id).exclude(id: account.id).first
        :deputy_missing unless found
      end

      # For some of these days already? The account is locked: of two who name at once one comes later.
      def named?(account, deputy_id, first, last)
        Store::Deputy.live.where(account_id: account.id, deputy_id: deputy_id)
          .where { (first_day <= last) & (last_day >= first) }
          .any?
      end

      def wrong_days(first, last)
        today = office.zone.to_local(now).to_date
        {
          "first_day" => (:day_malformed unless first),
          "last_day" => last ? (wrong_last(first, last, today) if first) : :day_malformed
        }
      end

      def wrong_last(first, last, today)
        return :days_backwards if last < first || last < today

        Core::Problem.new(:deputy_too_long, days: MAX_DAYS) if (last - first).to_i >= MAX_DAYS
      end

      def tell_of(actor, kind, row)
        facts = { "deputy" => row.deputy.name, "from" => row.first_day.iso8601, "until" => row.last_day.iso8601 }
        tell(actor, kind, row.account, facts)
      end
    end
  end
end
