# frozen_string_literal: true

require "digest"
require "securerandom"

module JustSeal
  module Store
    # Answers of a provider that wait for the session of the browser that brought them: each is taken once, within
    # WAIT_SECONDS.
    module SignOnAnswers
      WAIT_SECONDS = 60

      module_function

      # Returns the token by which it is taken.
      def keep(answer, at:)
        rows.where(Sequel[:made_at] < at - WAIT_SECONDS).delete
        SecureRandom.urlsafe_base64(32).tap do |token|
          rows.insert(token_sha256: digest(token), answer: answer, made_at: at)
        end
      end

      # The answer; nil where there is none, or none any more.
      def take(token, at:)
        found = rows.where(token_sha256: digest(token.to_s)).where(Sequel[:made_at] >= at - WAIT_SECONDS)
        found.returning(:answer).delete.first&.fetch(:answer)
      end

      def rows = Store.db[:sign_on_answers]
      def digest(token) = Digest::SHA256.hexdigest("sign-on answer #{token}")
    end
  end
end
