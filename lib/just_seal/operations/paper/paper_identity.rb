# frozen_string_literal: true

module JustSeal
  module Operations
    # Who signed on paper, as far as somebody looked: the proof, and the level that it reaches.
    class PaperIdentity < Operation
      # +entered+: as Store::PaperCopy keeps it.
      def initialize(copy, entered)
        super()
        @copy = copy
        @entered = entered
      end

      # Core::Assurance::Proof; nil where nobody looked at a document.
      def proof
        facts = @entered["identity"] or return
        Core::Assurance::Proof.new(method: "seen", at: Time.iso8601(@entered.fetch("identity_at")), facts: facts.to_h)
      end

      # Judged when the document was looked at: what another confirms later has not grown old meanwhile. Raises
      # Errors::Forbidden where it is less than what is demanded.
      def level
        wanted = Queries::PaperChoice.new(@copy.docket, @copy.party, at: now).floor
        raise Errors::Forbidden.new(:paper_level_too_low, wanted: wanted, level: reached) if reached < wanted

        reached
      end

      private

      def reached
        return 0 unless proof

        demand = Core::Assurance::Demand.from(@copy.party.demand)
        Core::Assurance::Level.reached([proof], now: proof.at, forbidden: demand.forbidden).level
      end
    end
  end
end
