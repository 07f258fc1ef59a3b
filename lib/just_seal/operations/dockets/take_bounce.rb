# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes a mail that says that one of ours could not be delivered: it is kept with the mail, told in the ledger, and
    # the sender of its docket gets to know.
    class TakeBounce < Operation
      MAX_BYTES = 2_000_000

      # +bytes+: the mail. Returns the Store::Message of ours that failed for good; nil where it is about none, or is
      # known.
      def call(bytes)
        return if bytes.bytesize > MAX_BYTES

        bounce = Messages::Bounce.read(bytes)
        id = bounce&.failed? && Messages::OutboxId.read(bounce.message_id, key: office.settings.need(:master_key))
        transaction { keep(id, bounce) } if id
      end

      # The same of a text message that the gateway will never take. +error+: Errors::Undeliverable.
      def refused(message, error)
        said = error.facts[:said].to_s
        transaction do
          message.update(state: "refused", bounced_at: now, bounce_status: "")
          facts = { "to" => message.to_address, "kind" => message.kind, "channel" => "text", "said" => said }
          record_event(message.docket, "message.bounced", Core::Actor::SYSTEM, facts)
          tell_sender(message, :text_refused, said) if message.party_id
        end
      end

      private

      def keep(id, bounce)
        message = Store::Message.where(id: id, bounced_at: nil).for_update.first or return
        message.update(bounced_at: now, bounce_status: bounce.status)
        message.docket ? tell_docket(message, bounce) : tell_staff(message, bounce)
        message
      end

      def tell_docket(message, bounce)
        record_event(message.docket, "message.bounced", Core::Actor::SYSTEM, facts(message, bounce))
        tell_sender(message, :bounced, said(bounce)) if message.party_id
      end

      def tell_sender(message, kind, said)
        about = { "name" => message.to_name, "mailbox" => message.to_address, "said" => said }
        Messages.post(message.docket, kind, to: message.docket.owner, at: now, about: about)
      end

      def tell_staff(message, bounce)
        record_event_on(SecondSteps::CHAIN, "message.bounced", Core::Actor::SYSTEM, facts(message, bounce))
      end

      def facts(message, bounce)
        { "to" => message.to_address, "kind" => message.kind, "status" => bounce.status, "said" => bounce.said }
      end

      def said(bounce) = [bounce.status, bounce.said].reject(&:empty?).join(" ")
    end
  end
end
