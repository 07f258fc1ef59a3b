# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # The second step by which staff sign in, with an app or a passkey; and binding them. Both need that an
    # administrator has seen the person: who has the password alone can't bind a second factor to it.
    class SecondSteps < Operation
      CHAIN = "staff"
      ENROL_SECONDS = 3600
      MAX_WRONG = 5
      LOCKED_SECONDS = 900
      # What an administrator has seen counts as much as where it is used.
      BOUND_LEVEL = Core::Assurance::Level::MIN_BOUND
      WRONG = :second_step_wrong
      MAX_REASON = 300

      # An administrator has seen +account_id+'s person: for an hour they may enrol. +reason+: how the administrator
      # knows them.
      def allow(actor, account_id:, reason:)
        allow!(actor, :keep_staff)
        said = said(reason)
        raise Errors::Forbidden, :own_enrolment if actor.id == account_id

        transaction do
          account = Store::Account[account_id] or raise Errors::Missing, :no_such_account
          account.update(may_enrol_until: now + ENROL_SECONDS)
          record_event_on(CHAIN, "account.may_enrol", actor, "name" => account.name, "reason" => said)
        end
      end

      # Takes away what +account_id+'s person has lost. Returns how many.
      def reset(actor, account_id:, reason:)
        allow!(actor, :keep_staff)
        said = said(reason)
        transaction do
          account = Store::Account[account_id] or raise Errors::Missing, :no_such_account
          found = Store::Authenticator.where(account_id: account.id).bound
          raise Errors::Conflict.new(:nothing_enrolled_for, name: account.name) if found.empty?

          record_event_on(
            CHAIN,
            "account.reset",
            actor,
            "name" => account.name,
            "kinds" => found.select_map(:kind).sort.join(", "),
            "reason" => said
          )
          found.update(removed_at: now, removed_because: said)
        end
      end

      # The secret (bytes) of a new app.
      def begin_app(actor)
        transaction do
          account = enrolling(actor)
          raise Errors::Conflict, :app_enrolled_administrator if bound(account).where(kind: "app_code").any?

          Store::Authenticator.where(account_id: account.id, kind: "app_code", bound_at: nil).delete
          SecureRandom.bytes(Core::Assurance::TimeCode::SECRET_BYTES).tap do |secret|
            create(account, "app_code", secret.unpack1("H*"))
          end
        end
      end

      # Returns true, or false for a wrong code.
      def confirm_app(actor, code:)
        transaction do
          account = enrolling(actor)
          row = Store::Authenticator.where(
            account_id: account.id,
            kind: "app_code",
            bound_at: nil,
            removed_at: nil
          ).order(Sequel.desc(:id)).for_update.first or raise Errors::Conflict, :enrolment_ended
          step = Core::Assurance::TimeCode.step(
            [office.secret_box.open(row.secret)].pack("H*"),
            code,
            now: now
          ) or next false
          bind(actor, row, last_step: step)
          true
        end
      end

      def begin_key(actor)
        transaction do
          account = enrolling(actor)
          options, challenge = office.passkeys.enrolment(
            handle: EnrolPasskey.handle(account.email.to_s),
            name: account.name,
            known: bound(account).where(kind: "passkey").select_map(:credential_id)
          )
          Store::Challenge.ask("passkey_enrol", at: now, value: challenge, account_id: account.id)
          options
        end
      end

      def confirm_key(actor, answer:)
        asked = transaction { Store::Challenge.take("passkey_enrol", at: now, account_id: actor.id) }
        key = asked && office.passkeys.enrol(answer, asked.value)
        raise Errors::Invalid, { "passkey" => :key_refused } unless key

        transaction do
          bind(
            actor,
            create(enrolling(actor), "passkey", key.public_key, credential_id: key.id, sign_count: key.sign_count)
          )
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Conflict, :key_enrolled
      end

      # Signing in: by the code of the app. Returns whether it was right.
      def by_code(actor, code:)
        guarded(actor) do |account|
          row = bound(account).where(kind: "app_code").for_update.first
          if row
            found = Core::Assurance::TimeCode.step(
              [office.secret_box.open(row.secret)].pack("H*"),
              code,
              now: now,
              after: row.last_step
            )
          end
          row.update(last_step: found) if found
          !found.nil?
        end
      end

      def question(actor)
        transaction do
          options, challenge = office.passkeys.question(
            known: bound(Store::Account[actor.id]).where(kind: "passkey").select_map(:credential_id)
          )
          Store::Challenge.ask("passkey", at: now, value: challenge, account_id: actor.id)
          options
        end
      end

      def by_key(actor, answer:)
        guarded(actor) do |account|
          asked = Store::Challenge.take("passkey", at: now, account_id: account.id)
          row = bound(account).where(kind: "passkey", credential_id: answer["id"].to_s).for_update.first
          if asked && row
            count = office.passkeys.answered(
              answer,
              asked.value,
              public_key: office.secret_box.open(row.secret),
              sign_count: row.sign_count
            )
          end
          row.update(sign_count: count) if count # many keys count nothing: it stays 0
          !count.nil?
        end
      end

      # One try to show that it is +actor+ who is there: the block says whether it was right. Wrong ones lock all such
      # tries for a while. Returns what the block said.
      def guarded(actor)
        transaction do
          account = Store::Account.where(id: actor.id).for_update.first
          if account.steps_locked_until && account.steps_locked_until > now
            raise Errors::Forbidden, :too_many_tries_wait
          end

          right = yield(account) == true
          wrong = right ? 0 : account.wrong_steps + 1
          account.update(
            wrong_steps: wrong % MAX_WRONG,
            steps_locked_until: wrong >= MAX_WRONG ? now + LOCKED_SECONDS : nil
          )
          record_event_on(CHAIN, "sign_in.step_failed", actor, "tries" => wrong) unless right
          right
        end
      end

      private

      def said(reason)
        reason.strip.tap do |text|
          unless text.length.between?(3, MAX_REASON)
            raise Errors::Invalid, { "reason" => Core::Problem.new(:enrolment_reason, limit: MAX_REASON) }
          end
        end
      end

      def bound(account) = Store::Authenticator.where(account_id: account.id).bound

      def enrolling(actor)
        account = Store::Account.where(id: actor.id).for_update.first
        return account if account.may_enrol_until && account.may_enrol_until > now

        raise Errors::Forbidden, :administrator_first
      end

      def create(account, kind, secret, **values)
        Store::Authenticator.create(
          kind: kind,
          email: Core::Dockets::Address.normal(account.email.to_s),
          account_id: account.id,
          secret: office.secret_box.close(secret),
          begun_at: now,
          **values
        )
      end

      def bind(actor, row, **values)
        by = Store::Authenticator::BY_ADMINISTRATOR
        row.update(bound_at: now, bound_level: BOUND_LEVEL, bound_by: by, **values)
        record_event_on(CHAIN, "account.bound", actor, "kind" => row.kind, "level" => BOUND_LEVEL)
      end
    end
  end
end
