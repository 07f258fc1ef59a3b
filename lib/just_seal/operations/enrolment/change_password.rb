# frozen_string_literal: true

require "argon2"

module JustSeal
  module Operations
    # Somebody chooses the password of their own account. All other sessions end: whoever had the old one is out.
    class ChangePassword < Operation
      LENGTH = (12..200)

      # A password that was given for once has served, and opens nothing any more.
      def self.use_up(account)
        return unless account.password_for_once

        Store.db[:account_password_hashes].where(id: account.id).delete
      end

      # +session_keys+: of the session that stays. Raises Errors::Invalid keyed "password" or "again".
      def call(actor, password:, again:, session_keys:)
        refuse(password, again)
        hash = Argon2::Password.new.create(password) # slow by intent, and so before anything is locked
        transaction do
          account = Store::Account.where(id: actor.id).for_update.first
          db[:account_password_hashes].insert_conflict(target: :id, update: { password_hash: hash })
            .insert(id: account.id, password_hash: hash)
          account.update(password_for_once: false)
          sessions = db[:account_active_session_keys].where(account_id: account.id)
          ended = sessions.exclude(session_id: session_keys).delete
          record_event_on(SecondSteps::CHAIN, "account.password_changed", actor, "sessions_ended" => ended)
        end
      end

      private

      def refuse(password, again)
        problems = {}
        unless LENGTH.cover?(password.length)
          problems["password"] = Core::Problem.new(:password_length, least: LENGTH.min, most: LENGTH.max)
        end
        problems["again"] = :password_differs unless password == again
        raise Errors::Invalid, problems if problems.any?
      end
    end
  end
end
