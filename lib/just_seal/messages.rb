# frozen_string_literal: true

module JustSeal
  # Mails: what they say, and the outbox that they wait in.
  module Messages
    module_function

    # Puts a mail into the outbox and enqueues its delivery, in the caller's transaction.
    # +kind+: a method of Wording; +to+: Store::Party, Store::PartyMember or Store::Account; +at+: Time; +about+: what
    # else the wording tells of.
    def post(docket, kind, to:, at:, attachments: [], record: nil, about: {})
      wording = Wording.new(docket, to, office: JustSeal.office, record: record, about: about)
      message = Store::Message.create(
        docket_id: docket.id,
        party_id: party_id(to),
        member_id: (to.id if to.is_a?(Store::PartyMember)),
        kind: kind.to_s,
        to_address: kind == :text_code ? to.telephone : to.email,
        to_name: to.name,
        subject: wording.subject(kind),
        body: Sequel.pg_jsonb(wording.public_send(kind)),
        attachments: Sequel.pg_jsonb(attachments),
        created_at: at
      )
      Jobs::DeliverMessage.enqueue(message.id)
      message
    end

    def party_id(to)
      return to.id if to.is_a?(Store::Party)

      to.party_id if to.is_a?(Store::PartyMember)
    end
  end
end
