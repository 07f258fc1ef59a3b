# frozen_string_literal: true

require "argon2"

module JustSeal
  module Operations
    # Passwords of the staff: which are good enough, and where their hashes lie.
    class PasswordKeeper < Operation
      # The hash of +password+, slow by intent, and so made before anything is locked. +again+: typed once more;
      # +known+: names and addresses of the person. Raises Errors::Invalid keyed "password" or "again".
      def self.hash(password, again:, known:)
        known += [JustSeal.office.set_up&.name]
        problems = { "password" => Core::Offices::PasswordReview.call(password, known: known.compact) }.compact
        problems["again"] = :password_differs unless password == again
        raise Errors::Invalid, problems if problems.any?

        Argon2::Password.new.create(password)
      end

      # Gives +account+ the password that +hash+ is of, and ends its sessions but those with +except+ as their keys.
      # Returns how many.
      def self.put(account, hash, except: [])
        db = Store.db
        db[:account_password_hashes].insert_conflict(target: :id, update: { password_hash: hash })
          .insert(id: account.id, password_hash: hash)
        account.update(password_for_once: false)
        db[:account_active_session_keys].where(account_id: account.id).exclude(session_id: except).delete
      end
    end
  end
end
