# frozen_string_literal: true

module JustSeal
  module Operations
    # Lengthens or shortens the time that a running docket has.
    class ChangeDeadline < Operation
      include Inviting

      # +deadline+: Time. Returns the docket. Raises Errors::Invalid keyed "deadline", Errors::Conflict when the docket
      # is not out any more.
      def call(actor, number:, deadline:)
        unless deadline && deadline > now
          raise Errors::Invalid,
            { "deadline" => "The deadline is missing or has passed. Choose a later day." }
        end

        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          raise Errors::Conflict, "Docket #{number} is not out any more: #{docket.state}." unless docket.state == "out"
          if docket.deadline <= now
            raise Errors::Conflict,
              "The time of #{number} has run out already. Make a new docket from it."
          end

          enter(
            docket,
            "docket.deadline_changed",
            actor,
            "from" => Core::Ledger::Entry.time(docket.deadline),
            "to" => Core::Ledger::Entry.time(deadline)
          )
          before = office.zone.to_local(docket.deadline).strftime("%-d %B %Y, %H:%M")
          docket.update(deadline: deadline, warned_at: nil)
          tell(docket, before)
          Jobs::LapseDocket.enqueue(docket.id, job_options: { run_at: deadline })
          remind_later(docket)
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
