# frozen_string_literal: true

require "zxcvbn"

module JustSeal
  module Core
    module Offices
      # Is a password good enough? As NIST SP 800-63B-4, 3.1.1.2, wants it: long, nothing that is commonly used, that
      # repeats, or that says who and where somebody is; and no rules on which signs it is made of.
      module PasswordReview
        LENGTH = (12..200)
        # Of what the estimator gives, from 0 to 4: at least some 10 billion tries.
        MIN_SCORE = 3
        # What is beyond makes nothing easier to guess, and takes longer to estimate: up to a second for so many.
        MAX_ESTIMATED = 40
        # Its lists are read once; nothing of it changes.
        ESTIMATOR = Zxcvbn::Tester.new

        module_function

        # +known+: names and addresses of the person and the office. Returns a Problem, or nil.
        def call(password, known:)
          unless LENGTH.cover?(password.length)
            return Problem.new(:password_length, least: LENGTH.min, most: LENGTH.max)
          end

          parts = known.flat_map { |text| [text, *text.to_s.downcase.split(/[^[:alnum:]]+/)] }.map(&:to_s).uniq
          result = ESTIMATOR.test(password[0, MAX_ESTIMATED], parts.select { |part| part.length > 2 })
          Problem.new(:password_guessed) if result.score < MIN_SCORE
        end
      end
    end
  end
end
