# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # The assurance level that proofs reach (ISO/IEC 29115), with the reasons.
      module Level
        # +method+: as in METHODS; +at+: Time.
        Proof = Value.of(:method, :at)
        # +level+: 0 to 4; +counted+: the proofs that made it; +stale+: those that were too old.
        Result = Value.of(:level, :counted, :stale)

        # What one proof by itself reaches.
        METHODS = { "link" => 1, "account" => 1 }.freeze
        FRESH_MINUTES = 30

        module_function

        # +proofs+: of one party for one turn; +now+: Time.
        def reached(proofs, now:, fresh_minutes: FRESH_MINUTES)
          fresh, stale = proofs.partition { |proof| now - proof.at <= fresh_minutes * 60 }
          Result.new(level: fresh.map { |proof| METHODS.fetch(proof.method, 0) }.max || 0, counted: fresh, stale: stale)
        end
      end
    end
  end
end
