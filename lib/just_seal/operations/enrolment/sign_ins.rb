# frozen_string_literal: true

module JustSeal
  module Operations
    # Signing in, as the ledger tells it; and how tries are slowed down. Nobody is locked out: whoever types wrong
    # passwords waits longer each time at their own address, and, when many addresses try one account, everybody a
    # little.
    class SignIns < Operation
      CHAIN = SecondSteps::CHAIN
      # So many wrong tries cost nothing: of one account at one address, and at all of them together.
      FREE = Queries::SlowedSignIns::FREE
      FREE_IN_ALL = 30
      MAX_SECONDS = 300
      MAX_SECONDS_IN_ALL = 30
      # After so long a wrong try is forgotten.
      FORGOTTEN_SECONDS = Queries::SlowedSignIns::RECENT_SECONDS

      # Seconds that are still to be waited before +login+ is tried again from +address+; 0 for none.
      def wait(login, address)
        own, all = tries(login, address)
        [left(own, FREE, MAX_SECONDS), left(all, FREE_IN_ALL, MAX_SECONDS_IN_ALL)].max
      end

      # A wrong try. +actor+: of the account, nil where there is none of that name: then nobody can be told of it.
      def failed(actor, login, address)
        transaction do
          forget
          count(login, address)
          own, = tries(login, address)
          next unless actor

          facts = { "tries" => own[:tries] }
          record_event_on(CHAIN, own[:tries] == FREE + 1 ? "sign_in.slowed" : "sign_in.failed", actor, facts)
        end
      end

      # +factors+: by how many it was shown who is there; +by+: "sign_on" where that was elsewhere.
      def done(actor, login, factors:, by: nil)
        transaction do
          rows.where(login: login, address: actor.address.to_s).delete
          record_event_on(CHAIN, "sign_in.done", actor, { "factors" => factors, "by" => by }.compact)
        end
      end

      # An administrator lets everybody try +account_id+ again at once.
      def release(actor, account_id:)
        allow!(actor, :keep_staff)
        transaction do
          account = Store::Account[account_id] or raise Errors::Missing, :no_such_account
          rows.where(login: account.email.to_s).delete
          account.update(wrong_steps: 0, steps_locked_until: nil)
          record_event_on(CHAIN, "account.released", actor, "name" => account.name)
        end
      end

      private

      def rows = db[:sign_in_tries]

      # What was tried at +address+, and at all of them, as {tries:, tried_at:}; zeros for nothing.
      def tries(login, address)
        recent = rows.where(login: login).where(Sequel[:tried_at] > now - FORGOTTEN_SECONDS)
        [recent.where(address: address), recent].map { |found| summed(found) }
      end

      def summed(found)
        sums = found.select(Sequel.function(:sum, :tries).as(:tries), Sequel.function(:max, :tried_at).as(:tried_at))
        sums.first
      end

      def left(counted, free, most)
        over = counted[:tries].to_i - free
        return 0 unless over.positive?

        (counted[:tried_at] + [2**[over, 10].min, most].min - now).ceil.clamp(0, most)
      end

      def count(login, address)
        rows.insert_conflict(
          target: %i[login address],
          update: { tries: Sequel[:sign_in_tries][:tries] + 1, tried_at: now }
        ).insert(login: login, address: address, tries: 1, tried_at: now)
      end

      def forget = rows.where(Sequel[:tried_at] <= now - FORGOTTEN_SECONDS).delete
    end
  end
end
