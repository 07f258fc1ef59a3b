# frozen_string_literal: true

module JustSeal
  module Operations
    # Lifts a hold, which takes two persons: one asks for it and says why, another one does it, or leaves it in force.
    class LiftHold < Operation
      MAX_REASON = 2_000

      # Returns the Store::Hold. Raises Errors::Invalid without a reason, Errors::Conflict once it is lifted or where
      # somebody has asked.
      def ask(actor, number:, because:)
        allow!(actor, :keep_holds)
        because = because.strip
        raise Errors::Invalid, { "because" => :say_why_lifted } if because.empty?
        raise Errors::Invalid, { "because" => Core::Problem.new(:too_long, limit: MAX_REASON) } if long?(because)

        change(actor, number) do |hold|
          raise Errors::Conflict.new(:lift_asked, name: hold.asker.name) if hold.lift_asked_by

          record_event_on(number, "hold.lift_asked", actor, "because" => because)
          hold.update(lift_asked_by: actor.id, lift_asked_at: now, lift_because: because)
        end
      end

      # The second person agrees. Raises Errors::Forbidden for the first one.
      def call(actor, number:)
        allow!(actor, :keep_holds)
        change(actor, number) do |hold|
          raise Errors::Conflict, :nobody_asked_to_lift unless hold.lift_asked_by
          raise Errors::Forbidden, :lifted_by_another if hold.lift_asked_by == actor.id

          record_event_on(number, "hold.lifted", actor, "asked_by" => hold.asker.name, "because" => hold.lift_because)
          hold.update(lifted_by: actor.id, lifted_at: now)
          Jobs::SpreadHold.enqueue(hold.id)
          hold
        end
      end

      # It stays in force: somebody else does not agree, or whoever asked takes it back.
      def leave(actor, number:)
        allow!(actor, :keep_holds)
        change(actor, number) do |hold|
          next hold unless hold.lift_asked_by

          record_event_on(number, "hold.left", actor, "asked_by" => hold.asker.name)
          hold.update(lift_asked_by: nil, lift_asked_at: nil, lift_because: nil)
        end
      end

      private

      def long?(because) = because.length > MAX_REASON

      def change(_actor, number)
        transaction do
          hold = Store::Hold.locked(number)
          raise Errors::Conflict.new(:hold_lifted, number: number) unless hold.live?

          yield hold
        end
      end
    end
  end
end
