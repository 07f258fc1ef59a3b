# frozen_string_literal: true

module JustSeal
  module Operations
    # Fills a document in with what a party gave.
    class DocumentFilling < Operation
      # +submission+: ActSubmission; +foot+: the line under signatures, nil for the usual one.
      def initialize(docket, party, submission, foot: nil)
        super()
        @foot = foot
        @docket = docket
        @party = party
        @submission = submission
      end

      # Yields the bytes that were seen, and what Core::Pdf::ApplyPartySignature fills in there, and returns what the
      # block does. Raises Errors::Invalid for what can't be written.
      def call(document)
        yield office.blobs.get(@submission.seen.fetch(document.position)), filling(document)
      rescue Core::Refused => e
        if e.reason == :no_room
          raise Errors::Invalid, { "mark" => Core::Problem.new(:text_too_long_for_place, **e.facts) }
        end

        raise Errors::Invalid, { "mark" => Core::Problem.new(:unwritable, message: e.message) }
      end

      # How the signature says why it was made: +how+ in words. Whoever reads it finds the level at its end.
      def reason(how, level) = I18n.t(@party.act, scope: "in_document.reasons", how: how, level: level)

      private

      def filling(document)
        {
          letter: @party.letter,
          spots: @party.spots_on(document),
          values: @submission.written.fetch(document.position, {}),
          faces: office.faces,
          foot: @foot || "#{@party.name}, #{moment}, #{@docket.number} #{@party.letter}"
        }
      end

      # In the office's zone, as the dates in the fields are, and said which.
      def moment = office.zone.to_local(now).strftime("%Y-%m-%d %H:%M UTC%:z")
    end
  end
end
