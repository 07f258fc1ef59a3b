# frozen_string_literal: true

module JustSeal
  module Web
    # Keeps which session of staff is in the hands of a party. It stands in the database: a cookie may be set back to
    # what it was before, by an answer that comes late or by hand.
    class KioskSession
      # +token+: of the link that is open on the device; +staff+, +name+: whose device it is, and in whose hands.
      Loan = Core::Value.of(:token, :staff, :name)

      # +sessions+: the dataset of the one row of this session; +closed+: what that row keeps of the link.
      def initialize(sessions, box, closed:)
        @sessions = sessions
        @box = box
        @closed = closed
      end

      # The token of the link that is open on the device, nil when it was not lent.
      def token = @token ||= @closed&.then { |closed| @box.open(closed) }

      # The Loan, nil when it was not lent.
      def loan
        token or return
        link = Queries::Lookup.link(token)
        Loan.new(token: token, staff: Queries::Lookup.account(link.issued_by).name, name: link.party.name)
      end

      def lend(token) = keep(token)
      def take_back = keep(nil)

      private

      def keep(token)
        @token = nil
        @closed = token && @box.close(token)
        return if @sessions.update(lent_token: @closed) == 1

        raise Errors::Conflict, :signed_out
      end
    end
  end
end
