# frozen_string_literal: true

module JustSeal
  module Operations
    # Tells a webhook what waits for it; tries again for a day, and switches it off where nothing was taken for as long.
    class DeliverWebhook < Operation
      RETRIES = Core::Webhooks::Retries

      # Returns the Store::WebhookCall, nil where there is nothing to do. The call itself happens outside of any
      # transaction, so that a slow address keeps nobody waiting; whoever dies in between calls again, with the same id.
      def call(id)
        waiting = Store::WebhookCall[id]
        return unless waiting&.state == "waiting" && waiting.webhook.live?

        code, said = ask(waiting)
        transaction { keep(Store::WebhookCall.where(id: id).for_update.first, code, said) }
      end

      private

      # [code or nil, what was answered or went wrong]
      def ask(waiting)
        hook = waiting.webhook
        secrets = hook.closed_secrets(now).map { |closed| office.secret_box.open(closed) }
        headers = Core::Webhooks::Event.headers(waiting.message, waiting.body, secrets: secrets, at: now)
        code, said = office.callbacks.call(hook.url, waiting.body, headers)
        [code, "#{code} #{said}".strip]
      rescue Errors::Unavailable => e
        [nil, Core::Problem.kept(e)]
      end

      def keep(row, code, said)
        return row unless row.state == "waiting"

        taken = code.to_s.start_with?("2")
        wait = taken ? nil : RETRIES.wait(row.tries + 1)
        state = wait ? "waiting" : "failed"
        row.update(tries: row.tries + 1, tried_at: now, answer: said, state: taken ? "delivered" : state)
        hook = Store::Webhook.where(id: row.webhook_id).for_update.first
        taken ? hook.update(failing_since: nil) : not_taken(hook, row, code, wait)
        row
      end

      def not_taken(hook, row, code, wait)
        hook.update(failing_since: hook.failing_since || now)
        long = wait.nil? && hook.failing_since <= now - RETRIES::LONG_SECONDS
        return switch_off(hook, row) if long || code == RETRIES::GONE

        Jobs::RetryWebhook.enqueue(row.id, job_options: { run_at: now + wait }) if wait
      end

      def switch_off(hook, row)
        return if hook.off_at

        hook.update(off_at: now)
        row.update(state: "failed")
        record_event_on(KeepWebhooks::CHAIN, "webhook.switched_off", Core::Actor::SYSTEM, "name" => hook.name)
        about = { "title" => hook.name, "url" => hook.url, "answer" => row.answer }
        Messages.post_to_staff(hook.account, :webhook_off, at: now, about: about)
      end
    end
  end
end
