# frozen_string_literal: true

module JustSeal
  module Operations
    # What a document will look like once the party has acted: filled in, and signed by nobody yet.
    class LookAtResult < Operation
      include Acting

      # +position+: of the document; the rest as of ActOnDocket. Returns bytes.
      def call(visitor, position:, seen:, **given)
        docket, party = transaction { Room.enter_proved(visitor) }
        document = docket.to_sign.find do |one|
          one.position == position
        end or raise Errors::Missing, :no_such_document
        refuse_other_bytes unless seen[position] == document.current_sha256
        bytes, filling = filling_of(docket, party, document, gather(docket, party, seen: seen, **given))
        writing { Core::Pdf::ApplyPartySignature.look(bytes, **filling) }
      end

      private

      # Looking needs no place yet.
      def place(*) = nil
    end
  end
end
