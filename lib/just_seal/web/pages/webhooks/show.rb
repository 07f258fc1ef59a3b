# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Webhooks
        # One webhook: what it is told of, and what it answered.
        class Show < Page
          TONES = { "delivered" => "sealed", "waiting" => "out", "failed" => "bad" }.freeze

          attr_reader :row, :calls, :secret

          # +row+: Store::Webhook; +calls+: a Page of Store::WebhookCall; +secret+: one that was made just now.
          def initialize(context, row, calls:, secret: nil)
            super(context)
            @row = row
            @calls = calls
            @secret = secret
          end

          def place = :rules
          def title = row.name
          def kinds = row.kinds.map { |kind| t("webhooks.kinds.#{kind}") }
          def about = row.classes.to_a.empty? ? t("webhooks.list.every_class") : list(row.classes.to_a)
          def state(call) = t("webhooks.call_states.#{call.state}")
          def tone(call) = TONES.fetch(call.state)
          def answer(call) = Words.kept(call.answer)
          def again?(call) = row.live? && call.state != "waiting"
          def older_path = calls.next_key && webhook_path(row, after: calls.next_key)
        end
      end
    end
  end
end
