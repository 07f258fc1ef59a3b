# frozen_string_literal: true

require "argon2"
require "securerandom"

module JustSeal
  module Web
    # Takes as long over the password of nobody as over that of an account.
    module Passwords
      # A hash of nothing that anybody knows.
      BLANK = Argon2::Password.new.create(SecureRandom.hex(32))
      MAX = 200

      def self.waste(password) = Argon2::Password.verify_password(password.to_s[0, MAX], BLANK)
    end
  end
end
