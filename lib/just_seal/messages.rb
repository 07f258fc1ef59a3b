# frozen_string_literal: true

module JustSeal
  # Mails: what they say, and the outbox that they wait in.
  module Messages
    module_function

    # Puts a mail into the outbox and enqueues its delivery, in the caller's transaction.
    # +kind+: a method of Wording; +to+: Store::Party or Store::Account; +at+: Time.
    def post(docket, kind, to:, at:, attachments: [], record: nil)
      wording = Wording.new(docket, to, office: JustSeal.office, record: record)
      message = Store::Message.create(docket_id: docket.id, party_id: (to.id if to.is_a?(Store::Party)), kind: kind.to_s, to_address: to.email,
        to_name: to.name, subject: wording.subject(kind), body: Sequel.pg_jsonb(wording.public_send(kind)),
        attachments: Sequel.pg_jsonb(attachments), created_at: at)
      Jobs::DeliverMessage.enqueue(message.id)
      message
    end
  end
end
