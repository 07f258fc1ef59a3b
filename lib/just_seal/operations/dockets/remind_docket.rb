# frozen_string_literal: true

module JustSeal
  module Operations
    # Reminds the parties of a docket whose time for it has come, and warns the sender before it lapses. Safe to run
    # twice and by several processes: who was reminded is looked up under the docket's lock.
    class RemindDocket < Operation
      # Returns the parties that were reminded.
      def call(docket_id)
        transaction do
          docket = Store::Docket.where(id: docket_id).for_update.first
          next [] unless docket&.state == "out" && docket.deadline > now
          next [] if HoldGate.stops?(docket)

          due = docket.parties_dataset.where(state: Core::Dockets::States::MAY_ACT).all.select do |party|
            due?(party, docket)
          end
          due.each { |party| PartyReminder.call(docket, party, Core::Actor::SYSTEM) }
          warn_sender(docket)
          DocketInvitations.new.remind_later(docket)
          due
        end
      end

      private

      def due?(party, docket)
        Core::Dockets::Reminders.due(party.reminding(docket), deadline: docket.deadline)&.then { |at| at <= now }
      end

      def warn_sender(docket)
        return unless Core::Dockets::Reminders.warn?(
          deadline: docket.deadline,
          warned: !docket.warned_at.nil?,
          now: now
        )

        return docket.update(warned_at: now) if docket.circulation_id # which shows who is late

        docket.update(warned_at: now)
        record_event(docket, "docket.warned", Core::Actor::SYSTEM)
        Messages.post(docket, :lapsing, to: docket.owner, at: now)
      end
    end
  end
end
