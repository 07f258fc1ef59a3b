# frozen_string_literal: true

module JustSeal
  module Operations
    # What a document will look like once the party has acted: filled in, and signed by nobody yet.
    class LookAtResult < Operation
      # +position+: of the document; the rest as of ActOnDocket. Returns bytes.
      def call(visitor, position:, seen:, **given)
        docket, party, visit = transaction { Room.enter_proved(visitor) }
        document = docket.to_sign.find { |one| one.position == position } or
          raise Errors::Missing, :no_such_document
        ActCheck.check_bytes(document, visit, seen)
        # Looking needs no place yet.
        submission = ActGatherer.new(docket, party, visit, acts: false).call(seen: seen, **given)
        DocumentFilling.new(docket, party, submission).call(document) do |bytes, filling|
          Core::Pdf::ApplyPartySignature.look(bytes, **filling)
        end
      end
    end
  end
end
