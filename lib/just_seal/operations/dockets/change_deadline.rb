# frozen_string_literal: true

module JustSeal
  module Operations
    # Lengthens or shortens the time that a running docket has.
    class ChangeDeadline < Operation
      # +deadline+: Time. Returns the docket. Raises Errors::Invalid keyed "deadline", Errors::Conflict when the docket
      # is not out any more.
      def call(actor, number:, deadline:)
        raise Errors::Invalid, { "deadline" => :deadline_passed } unless deadline && deadline > now

        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          raise Errors::Conflict.new(:docket_not_out, number: number, state: docket.state) unless docket.state == "out"
          raise Errors::Conflict.new(:time_run_out, number: number) if docket.deadline <= now

          record_event(
            docket,
            "docket.deadline_changed",
            actor,
            "from" => Core::Ledger::Entry.time(docket.deadline),
            "to" => Core::Ledger::Entry.time(deadline)
          )
          before = docket.deadline.utc.iso8601
          docket.update(deadline: deadline, warned_at: nil)
          tell(docket, before)
          Jobs::LapseDocket.enqueue(docket.id, job_options: { run_at: deadline })
          DocketInvitations.new.remind_later(docket)
          docket
        end
      end

      private

      # Who is asked now planned by the old day.
      def tell(docket, before)
        docket.parties_dataset.where(state: Core::Dockets::States::MAY_ACT).each do |party|
          party.addressees.each do |to|
            Messages.post(docket, :deadline_changed, to: to, at: now, about: { "before" => before })
          end
        end
      end
    end
  end
end
