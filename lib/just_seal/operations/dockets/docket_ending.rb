# frozen_string_literal: true

module JustSeal
  module Operations
    # How a docket ends without a seal: its links die, and who was invited is told. Runs in the transaction of what ends
    # it.
    class DocketEnding < Operation
      MAX_REASON = 1000
      EVENTS = { refuse: "refused", lapse: "lapsed" }.freeze

      # Raises Errors::Invalid for a reason that says nothing, or too much.
      def self.check_reason(reason)
        problem = :reason_missing if reason.strip.empty?
        problem = Core::Problem.new(:reason_too_long, limit: MAX_REASON) if reason.length > MAX_REASON
        raise Errors::Invalid, { "reason" => problem } if problem
      end

      # +move+: :refuse, :withdraw or :lapse; +because+: what was said, nil where nobody said a thing; +except+: a
      # party that need not be told. Returns the docket.
      def call(docket, move, because, except: nil)
        was_out = docket.state == "out"
        move_docket(docket, move, ended_at: now, ended_because: because)
        Store::PersonalLink.where(party_id: docket.parties_dataset.select(:id)).live.update(ended_at: now)
        end_waivers(docket)
        Store::PaperCopy.live.where(docket_id: docket.id)
          .update(state: "ended", ended_because: "docket_ended", ended_at: now)
        tell(docket, move, except) if was_out
        OnlookerMails.call(docket, move == :lapse ? "lapsed" : "refused", :ended) if was_out
        docket
      end

      private

      # Of a circulation the sender is told one by one who refused; the rest is told together.
      def tell(docket, move, except)
        tell_sender(docket, move, except) unless docket.circulation_id && move != :refuse
        docket.parties_dataset.exclude(state: "waiting").each do |party|
          next if party.id == except&.id || party.account_id == docket.owner_id

          party.addressees.each { |to| Messages.post(docket, :ended, to: to, at: now) }
        end
      end

      # Whoever withdraws it may be another.
      def tell_sender(docket, move, refused_by)
        event = EVENTS[move] or return Messages.post(docket, :ended, to: docket.owner, at: now)
        SenderNotice.call(docket, event, :ended, who: refused_by&.name)
      end
    end
  end
end
