# frozen_string_literal: true

module JustSeal
  module Operations
    # A party refuses; the docket ends, and everybody who was invited is told.
    class RefuseDocket < Operation
      # +reason+: what the party says. Returns the docket.
      def call(visitor, reason:)
        DocketEnding.check_reason(reason)
        transaction do
          docket, party = Room.enter(visitor)
          move_party(party, :refuse, refused_because: reason.strip)
          record_event(docket, "party.refused", visitor, "party" => party.letter, "reason" => reason.strip)
          DocketEnding.call(docket, :refuse, "#{party.name}: #{reason.strip}", except: party)
        end
      end
    end
  end
end
