# frozen_string_literal: true

module JustSeal
  module Operations
    # Notes that a token is used, at most once a minute.
    class NoteTokenUse < Operation
      PAUSE_SECONDS = 60

      def call(token)
        return if token.used_at && token.used_at > now - PAUSE_SECONDS

        Store::ApiToken.where(id: token.id).update(used_at: now)
      end
    end
  end
end
