# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # Makes, changes and ends webhooks. Each tells of what its owner may see, and of nothing else.
    class KeepWebhooks < Operation
      CHAIN = "webhooks"
      EVENT = Core::Webhooks::Event
      MAX_NAME = 100
      MAX_URL = 500

      # +kinds+: some of Core::Webhooks::Event::KINDS; +classes+: codes of record classes, none for all. Returns
      # [Store::Webhook, its secret, which is told this once]. Raises Errors::Invalid keyed "name", "url", "kinds" or
      # "classes".
      def make(actor, name:, url:, kinds:, classes: [])
        allow!(actor, :keep_webhooks)
        name = Core::Filing::SafeName.line(name)
        refuse(name, url, kinds, classes)
        secret = fresh_secret
        values = { name: name, url: url.strip, kinds: array(EVENT::KINDS & kinds), classes: array(classes.uniq) }
        [transaction { keep(actor, values, secret) }, secret]
      end

      # A new secret; the one before signs beside it for a day. Returns [Store::Webhook, secret].
      def change_secret(actor, id:)
        secret = fresh_secret
        row = steer(actor, id) do |webhook|
          closed = office.secret_box.close(secret)
          webhook.update(former_secret: webhook.secret, secret: closed, changed_at: now)
          record_event_on(CHAIN, "webhook.secret_changed", actor, "name" => webhook.name)
        end
        [row, secret]
      end

      # Tells it again, after it was switched off.
      def switch_on(actor, id:)
        steer(actor, id) do |webhook|
          webhook.update(off_at: nil, failing_since: nil)
          record_event_on(CHAIN, "webhook.switched_on", actor, "name" => webhook.name)
        end
      end

      def end(actor, id:)
        steer(actor, id) do |webhook|
          webhook.update(ended_at: now)
          record_event_on(CHAIN, "webhook.ended", actor, "name" => webhook.name)
        end
      end

      # Sends once more what was told before. Returns the Store::WebhookCall.
      def send_again(actor, id:, call:)
        steer(actor, id) do |webhook|
          row = Store::WebhookCall.where(id: call, webhook_id: webhook.id).for_update.first or
            raise Errors::Missing, :no_such_call
          row.update(state: "waiting", tries: 0)
          Jobs::DeliverWebhook.enqueue(row.id)
        end
      end

      private

      def fresh_secret = EVENT::SECRET + SecureRandom.base64(EVENT::SECRET_BYTES)
      def array(texts) = Sequel.pg_array(texts, :text)
      def known?(classes) = (classes - Store::RecordClass.where(code: classes).select_map(:code)).empty?

      # One that names a class which is not there would be told of all.
      def refuse(name, url, kinds, classes)
        problems = {
          "name" => (:name_of_webhook unless name.length.between?(1, MAX_NAME)),
          "url" => address_problem(url.strip),
          "classes" => (:choose_class unless known?(classes)),
          "kinds" => (:kinds_of_webhook unless kinds.any? && (kinds - EVENT::KINDS).empty?)
        }.compact
        raise Errors::Invalid, problems if problems.any?
      end

      # Where nobody is sent is said at once, and held again with each call: names can come to mean something else.
      def address_problem(url)
        return :url_of_webhook unless url.length.between?(1, MAX_URL)

        office.callbacks.check(url)
        nil
      rescue Errors::Unavailable => e
        Core::Problem.new(e.reason, **e.facts)
      end

      def keep(actor, values, secret)
        row = Store::Webhook.create(
          account_id: actor.id,
          secret: office.secret_box.close(secret),
          made_at: now,
          **values
        )
        facts = { "name" => row.name, "url" => row.url, "kinds" => row.kinds.to_a, "classes" => row.classes.to_a }
        record_event_on(CHAIN, "webhook.made", actor, facts)
        row
      end

      def steer(actor, id)
        transaction do
          row = Store::Webhook.where(id: id, ended_at: nil).for_update.first
          mine = row && (row.account_id == actor.id || actor.may?(:keep_staff))
          raise Errors::Missing, :no_such_webhook unless mine

          yield row
          row
        end
      end
    end
  end
end
