# frozen_string_literal: true

module JustSeal
  module Queries
    # Whose sign-ins have to wait at the moment, because wrong passwords or second steps were tried.
    module SlowedSignIns
      # So many wrong tries cost nothing (Operations::SignIns).
      FREE = 5
      RECENT_SECONDS = 3600

      # Ids of accounts among +accounts+.
      def self.among(accounts, at:)
        tried = Store.db[:sign_in_tries].where(Sequel[:tried_at] > at - RECENT_SECONDS)
        logins = tried.group(:login).having { sum(:tries) > FREE }.select_map(:login).map(&:downcase)
        slowed = accounts.select do |one|
          logins.include?(one.email.to_s.downcase) || (one.steps_locked_until && one.steps_locked_until > at)
        end
        slowed.map(&:id)
      end
    end
  end
end
