# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # One entry of the ledger, as people read it.
        class EntryRow < Page
          include EntryWords

          # +entry+: parsed body with its "hash"; +docket+: whose chain it is on.
          def initialize(context, entry, docket)
            super(context)
            @entry = entry
            @docket = docket
          end

          def seq = @entry["seq"]
          def at = Time.iso8601(@entry["at"])
          def actor = actor_words(@entry["actor"])
          def text = entry_words(@entry)
          def hash_start = "#{grouped(@entry["hash"], 8)} …"
          def hash_title = t(".proof_title", hash: grouped(@entry["hash"]))
          def proof = entry_proof_path(@docket, seq)
        end
      end
    end
  end
end
