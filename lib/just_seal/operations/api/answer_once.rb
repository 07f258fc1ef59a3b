# frozen_string_literal: true

module JustSeal
  module Operations
    # Does what a program asks once, however often the same request comes: under a key that the program chose, the
    # answer is kept for a day.
    class AnswerOnce < Operation
      KEPT_SECONDS = 86_400
      MAX_KEY = 200
      # +status+, +body+ and +location+ of an answer.
      Answer = Core::Value.of(:status, :body, :location)

      # +token+: Store::ApiToken; +key+: text; +request+: what is asked, as bytes. Yields where it is asked for the
      # first time, for an Answer. Raises Errors::Invalid keyed "Idempotency-Key" for another request under the same
      # key, Errors::Conflict while the first is being done.
      def call(token, key:, request:)
        raise Errors::Invalid, { "Idempotency-Key" => :key_too_long } unless key.length.between?(1, MAX_KEY)

        place = { token_id: token.id, key: key }
        digest = Core::Ledger::Entry.digest(request)
        kept = claim(place, digest)
        return known(kept, digest) if kept

        done(place) { yield }
      end

      private

      # nil where the key was free and is taken now; else the row that has it.
      def claim(place, digest)
        db[:api_answers].where(Sequel[:asked_at] < now - KEPT_SECONDS).delete
        taken = db[:api_answers].insert_conflict.returning(:key)
          .insert(**place, request_digest: digest, asked_at: now)
        db[:api_answers].first(place) if taken.empty?
      end

      def known(row, digest)
        raise Errors::Invalid, { "Idempotency-Key" => :key_of_another } unless row[:request_digest] == digest
        raise Errors::Conflict, :being_done unless row[:status]

        Answer.new(status: row[:status], body: row[:body], location: row[:location])
      end

      # What went wrong is answered anew the next time.
      def done(place)
        answer = yield
        db[:api_answers].where(place).update(answer.to_h.slice(:status, :body, :location))
        answer
      rescue StandardError
        db[:api_answers].where(place).delete
        raise
      end
    end
  end
end
