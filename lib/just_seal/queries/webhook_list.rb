# frozen_string_literal: true

module JustSeal
  module Queries
    # Webhooks, what they were told, and who may see them.
    module WebhookList
      SIZE = 40

      module_function

      def seen_by(person)
        all = Store::Webhook.where(ended_at: nil)
        Core::Rights.may?(person.role, :keep_staff) ? all : all.where(account_id: person.id)
      end

      def all(person) = seen_by(person).eager(:account).order(Sequel.desc(:id)).all

      # A Page of Store::WebhookCall, the newest first.
      def calls(webhook, after: nil)
        Page.of(Store::WebhookCall.where(webhook_id: webhook.id), after: after, size: SIZE)
      end
    end
  end
end
