# frozen_string_literal: true

module JustSeal
  module Web
    # Addresses of other programs that are told what happens, beneath the Rules.
    class Webhooks < Base
      helpers Paths

      get("") { list }

      post "" do
        made = Operations::KeepWebhooks.new.make(
          actor,
          name: text_param("name", most: 200),
          url: text_param("url", most: 1000),
          kinds: Array(params["kinds"]).grep(String),
          classes: Array(params["classes"]).grep(String)
        )
        list(made: made)
      rescue Errors::Invalid => e
        list(problems: Words.problems(e.problems), typed: params, code: 422)
      end

      get("/:id") { show }

      post "/:id/secret" do
        show(secret: Operations::KeepWebhooks.new.change_secret(actor, id: find.id).last)
      end

      post "/:id/on" do
        redirect webhook_path(Operations::KeepWebhooks.new.switch_on(actor, id: find.id))
      end

      post "/:id/end" do
        Operations::KeepWebhooks.new.end(actor, id: find.id)
        redirect webhooks_path
      end

      post "/:id/calls/:call/again" do
        Operations::KeepWebhooks.new.send_again(actor, id: find.id, call: params["call"].to_i)
        redirect webhook_path(find)
      end

      private

      def find
        allow!(:keep_webhooks)
        @find ||= Queries::WebhookList.seen_by(account).first(id: params["id"].to_i) ||
          raise(Errors::Missing, :no_such_webhook)
      end

      def list(made: nil, problems: {}, typed: {}, code: 200)
        allow!(:keep_webhooks)
        page = Pages::Webhooks::List.new(
          context,
          Queries::WebhookList.all(account),
          classes: Queries::Choices.classes,
          made: made,
          problems: problems,
          typed: typed
        )
        show_page page, code: code
      end

      def show(secret: nil)
        calls = Queries::WebhookList.calls(find, after: params["after"])
        show_page Pages::Webhooks::Show.new(context, find.refresh, calls: calls, secret: secret)
      end
    end
  end
end
