# frozen_string_literal: true

module JustSeal
  # Mails: what they tell of, what they say, and the outbox that they wait in.
  module Messages
    module_function

    # The channels of kinds that go one way only, whoever gets them.
    ONE_WAY = { mail_code: %w[mail], text_code: %w[text] }.freeze

    # Puts a message into the outbox, once for each channel by which +to+ gets it, and enqueues its delivery, in the
    # caller's transaction.
    # +kind+: key of Mail::LINES; +to+: Store::Party, Store::PartyMember, Store::Account or Onlooker; +at+: Time;
    # +about+: what else it tells of, {name => value}.
    def post(docket, kind, to:, at:, attachments: [], record: nil, about: {})
      facts = Facts.new(docket, to, office: JustSeal.office.name).to_h.merge(about)
      facts["record"] = record.number if record
      channels = ONE_WAY.fetch(kind) { Core::Dockets::Channels.for_kind(to.channels, kind) }
      channels.each do |channel|
        put(
          docket_id: docket.id,
          party_id: party_id(to),
          member_id: (to.id if to.is_a?(Store::PartyMember)),
          kind: kind.to_s,
          channel: channel,
          to_address: to.place(channel),
          to_name: to.name,
          locale: language(to),
          facts: Sequel.pg_jsonb(facts),
          attachments: Sequel.pg_jsonb(channel == "mail" ? attachments : []),
          created_at: at
        )
      end
    end

    def put(values) = Jobs::DeliverMessage.enqueue(Store::Message.create(values).id)

    # The same for a mail to +account+ about itself. +kind+: of StaffMail::KINDS.
    def post_to_staff(account, kind, at:, about: {})
      facts = { "name" => account.name, "email" => account.email.to_s, "office" => JustSeal.office.name, **about }
      message = Store::Message.create(
        account_id: account.id,
        kind: kind.to_s,
        to_address: account.email.to_s,
        to_name: account.name,
        locale: language(account),
        facts: Sequel.pg_jsonb(facts),
        created_at: at
      )
      Jobs::DeliverStaffMessage.enqueue(message.id)
      message
    end

    # Hands +mail+ (Mail, KeptMail or StaffMail), which is what +message+ of the outbox says, to the mail server. Raises
    # Errors::Unavailable.
    def send_off(message, mail, link:, at:, reply_to: nil, attachments: [])
      office = JustSeal.office
      logo = logo(office)
      letter = Letter.of(mail, office: office, link: link, logo: !logo.nil?)
      office.mail.deliver(
        from: [office.profile.sender, office.name],
        to: [message.to_address, message.to_name],
        reply_to: reply_to,
        subject: mail.subject,
        text: letter.text,
        html: letter.html,
        at: at,
        id: OutboxId.of(message, key: office.settings.need(:master_key)),
        attachments: attachments,
        logo: logo
      )
    end

    # [content id, bytes] of the office's logo, as it lies beside a letter; nil for none. A mail goes out without one
    # rather than not at all.
    def logo(office)
      office.profile.logo&.then { |sha256| [Letter::LOGO, office.blobs.get(sha256)] }
    rescue Errors::Missing, Errors::Damaged
      nil
    end

    # The code of the language in which +to+ is written to.
    def language(to) = Words::Languages.spoken(*Store::Languages.of(to), JustSeal.office.language).to_s

    def party_id(to)
      return to.id if to.is_a?(Store::Party)

      to.party_id if to.is_a?(Store::PartyMember)
    end
  end
end
