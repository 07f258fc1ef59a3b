# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Store
    # Something fresh that a key, a card or a registry has to answer, once, and before long.
    class Challenge < Sequel::Model(:challenges)
      LASTS_SECONDS = 600

      # Whose a question is that is put to +visitor+ (Core::Actor of a party): only its visit may answer.
      def self.of(visitor) = { party_id: visitor.id, visit_id: visitor.visit_id }

      # Asks anew; what was asked before of the same kind ends. +whose+: of .of, or {account_id:}; +value+: as it is
      # asked, or random; +secret+: closed, for the answer.
      def self.ask(kind, at:, value: SecureRandom.urlsafe_base64(32), secret: nil, **whose)
        where(kind: kind, ended_at: nil, **whose).update(ended_at: at)
        create(kind: kind, value: value, secret: secret, asked_at: at, **whose)
      end

      # The one that is open, which ends with this; nil when there is none, or it is too old.
      def self.take(kind, at:, **whose)
        row = where(
          kind: kind,
          ended_at: nil,
          **whose
        ).where(Sequel[:asked_at] > at - LASTS_SECONDS).order(Sequel.desc(:id)).for_update.first
        row&.update(ended_at: at)
      end
    end
  end
end
