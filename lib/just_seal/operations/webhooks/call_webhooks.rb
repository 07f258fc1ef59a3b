# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts what happened into the box of every webhook that is told of it. Safe to run twice: an event has one id.
    class CallWebhooks < Operation
      MESSAGE = "msg_"

      # +kind+: of Core::Webhooks::Event; +chain+: of the entry that tells of it; +event+: an id of its own.
      def call(kind, chain, event, run = nil)
        hooks = Store::Webhook.told_of(kind).eager(:account).all
        return if hooks.empty?

        told = Queries::WebhookFacts.of(chain)
        return unless told

        data = { **told.data, "instruction_run" => run }.compact
        transaction { hooks.each { |hook| told?(hook, kind, "#{MESSAGE}#{event}", told, data) } }
      end

      # What a step of a standing instruction tells. Runs in the transaction of the run. Returns how many are told.
      def instruction(run, step:, message:)
        told = Queries::WebhookFacts.of_record(run.record)
        data = { **told.data, "instruction_run" => run.number, "step" => step, "message" => message }
        hooks = Store::Webhook.told_of("instruction.called").eager(:account).all
        hooks.count { |hook| told?(hook, "instruction.called", "#{MESSAGE}#{run.number}_#{step}", told, data) }
      end

      private

      # Puts it into the box of +hook+, unless its owner may not see what it is about: that is told to nobody.
      def told?(hook, kind, message, told, data)
        return false unless told.classes.any? { |code| hook.of_class?(code) } && told.seen_by?(hook.account)

        values = { webhook_id: hook.id, message: message, kind: kind, state: "waiting", created_at: now }
        body = Core::Webhooks::Event.body(kind, data, at: now)
        id = db[:webhook_calls].insert_conflict.returning(:id).insert(body: body, **values).first&.fetch(:id)
        Jobs::DeliverWebhook.enqueue(id) if id
        true
      end
    end
  end
end
