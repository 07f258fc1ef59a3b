# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Does to all open dockets of a circulation what somebody wanted, a batch at a time.
    class SteerCirculation < Que::Job
      self.maximum_retry_count = 60

      # +actor+: who wanted it, in whose name it is done.
      def self.plan(circulation, what, actor, facts = {})
        enqueue(circulation.id, what, actor.to_h.slice(:kind, :id, :name, :role, :unit), facts, 0)
      end

      def run(circulation_id, what, who, facts, after)
        actor = Core::Actor.new(**who.to_h.transform_keys(&:to_sym), via: "job")
        told = facts.to_h.transform_keys(&:to_s)
        last = Operations::SteerRecipients.call(circulation_id, what, actor, told, after: after)
        destroy
        return self.class.enqueue(circulation_id, what, who, facts, last) if last

        certify(circulation_id, who) if what == "withdraw"
      end

      private

      # What was closed is certified as it stood.
      def certify(circulation_id, who)
        circulation = Store::Circulation[circulation_id]
        asked = circulation.recipients_dataset.exclude(docket_id: nil).any?
        CertifyCirculation.enqueue(circulation.number, who) if asked
      end
    end
  end
end
