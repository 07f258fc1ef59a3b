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

      private

      def keep(id, bounce)
        message = Store::Message.where(id: id, bounced_at: nil).for_update.first or return
        message.update(bounced_at: now, bounce_status: bounce.status)
        message.docket ? tell_docket(message, bounce) : tell_staff(message, bounce)
        message
      end

      def tell_docket(message, bounce)
        record_event(message.docket, "message.bounced", Core::Actor::SYSTEM, facts(message, bounce))
        return unless message.party_id

        about = { "name" => message.to_name, "mailbox" => message.to_address, "said" => said(bounce) }
        Messages.post(message.docket, :bounced, to: message.docket.owner, at: now, about: about)
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
