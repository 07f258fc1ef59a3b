# frozen_string_literal: true

require "argon2"
require "securerandom"

module JustSeal
  module Operations
    # Gives somebody from outside a read-only account for one inquiry, with an end. They sign in by a password and an
    # app or key (level 2), see only the scope, and everything that they look at is an entry.
    class InviteAuditor < Operation
      LONGEST_DAYS = 366
      UNIT = "outside"

      # +ends_on+: ISO day. Returns [account, password], which is shown once and kept nowhere. Raises Errors::Invalid.
      def call(actor, number:, name:, email:, ends_on:)
        allow!(actor, :keep_staff)
        problems = {}
        day = last_day(ends_on, problems)
        problems["name"] = :name_of_auditor unless name.strip.length.between?(1, 200)
        problems["email"] = :not_an_address_here unless email.match?(ScopeReader::ADDRESS) && email.length <= 254
        raise Errors::Invalid, problems.compact if problems.compact.any?

        password = Array.new(4) { SecureRandom.alphanumeric(5) }.join("-")
        person = { name: name.strip, email: email.strip, ends_at: end_of(day) }
        [transaction { create(actor, number, person, password) }, password]
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "email" => :address_taken }
      end

      # Ends the account at once.
      def revoke(actor, number:, account_id:)
        allow!(actor, :keep_staff)
        transaction do
          inquiry = InquiryLock.call(actor, number)
          account = Store::Account.outside.first(id: account_id, inquiry_id: inquiry.id)
          raise Errors::Missing.new(:no_such_auditor, number: number) unless account

          account.update(ends_at: now)
          db[:account_active_session_keys].where(account_id: account.id).delete
          record_event_on(number, "auditor.ended", actor, { "name" => account.name, "email" => account.email.to_s })
          account
        end
      end

      private

      def last_day(text, problems)
        day = ScopeReader.new(problems).day(text, "ends_on") or return
        days = (day - office.zone.to_local(now).to_date).to_i
        problems["ends_on"] = :end_of_access unless days.between?(1, LONGEST_DAYS)
        day
      end

      def end_of(day) = office.zone.local_to_utc(Time.utc(day.year, day.month, day.day, 23, 59, 59))

      # +person+: {name:, email:, ends_at:}
      def create(actor, number, person, password)
        inquiry = InquiryLock.call(actor, number)
        account = Store::Account.create(
          role: "outside",
          unit: UNIT,
          inquiry_id: inquiry.id,
          password_for_once: true,
          **person
        )
        db[:account_password_hashes].insert(id: account.id, password_hash: Argon2::Password.new.create(password))
        until_then = Core::Ledger::Entry.time(person[:ends_at])
        facts = { "name" => person[:name], "email" => person[:email], "until" => until_then }
        record_event_on(number, "auditor.invited", actor, facts)
        account
      end
    end
  end
end
