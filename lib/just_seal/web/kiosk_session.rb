# frozen_string_literal: true

module JustSeal
  module Web
    # Keeps which session of staff is in the hands of a party. It stands in the database: a cookie may be set back to
    # what it was before, by an answer that comes late or by hand.
    class KioskSession
      # +handle+: of the visit that is open on the device; +staff+, +name+: whose device it is, and in whose hands.
      Loan = Core::Value.of(:handle, :staff, :name)

      # +sessions+: the dataset of the one row of this session; +closed+: what that row keeps of the visit.
      def initialize(sessions, box, closed:)
        @sessions = sessions
        @box = box
        @closed = closed
      end

      # The handle of the visit that is open on the device, nil when it was not lent.
      def handle = @handle ||= @closed&.then { |closed| @box.open(closed) }

      # The Loan, nil when it was not lent.
      def loan
        handle or return
        visit = Queries::Lookup.visit(handle)
        Loan.new(handle: handle, staff: visit.host, name: visit.party.name)
      end

      def lend(handle) = keep(handle)
      def take_back = keep(nil)

      private

      def keep(handle)
        @handle = nil
        @closed = handle && @box.close(handle)
        return if @sessions.update(lent_token: @closed) == 1

        raise Errors::Conflict, :signed_out
      end
    end
  end
end
