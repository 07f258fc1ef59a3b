# frozen_string_literal: true

module JustSeal
  module Store
    # An act that waits for the signature of a card: what the party did, and the documents with a place left for it.
    class PreparedAct < Sequel::Model(:prepared_acts)
      LASTS_SECONDS = 300
      unrestrict_primary_key
    end
  end
end
