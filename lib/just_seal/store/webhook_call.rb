# frozen_string_literal: true

module JustSeal
  module Store
    # One thing that a webhook is told, and whether it took it.
    class WebhookCall < Sequel::Model(:webhook_calls)
      many_to_one :webhook, class: "JustSeal::Store::Webhook"
    end
  end
end
