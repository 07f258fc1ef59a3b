# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a provider's answer for the moment until the browser that brought it comes again with its session.
    class KeepAnswer < Operation
      MAX_BYTES = 200_000

      # +answer+: as it came, encoded. Returns the token by which it is taken. Raises Errors::Invalid keyed "sign_on".
      def call(answer)
        fine = answer.bytesize.between?(1, MAX_BYTES) && answer.match?(%r{\A[A-Za-z0-9+/=\s]+\z})
        raise Errors::Invalid, { "sign_on" => :sign_on_unreliable } unless fine

        Store::SignOnAnswers.keep(answer, at: now)
      end

      # The answer, once. Raises as #call.
      def take(token)
        Store::SignOnAnswers.take(token, at: now) or
          raise Errors::Invalid, { "sign_on" => :sign_on_other_question }
      end
    end
  end
end
