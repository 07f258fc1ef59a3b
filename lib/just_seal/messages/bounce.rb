# frozen_string_literal: true

module JustSeal
  module Messages
    # A delivery status notification (RFC 3464): another mail server says what became of a mail of ours. +message_id+:
    # of that mail; +action+: "failed", "delayed", ...; +status+: such as "5.1.1" (RFC 3463); +said+: in its own words.
    Bounce = Core::Value.of(:message_id, :action, :status, :said) do
      # +bytes+: a mail. Returns a Bounce; nil for a mail of another kind.
      def self.read(bytes) = BounceReader.read(bytes)

      def failed? = action == "failed"
    end
  end
end
