# frozen_string_literal: true

require "securerandom"
require "time"

module JustSeal
  module Operations
    # Delivers a mail of the outbox. The personal link in an invitation is made here, at the moment of delivery, so
    # that its token is never stored: only its hash is. Safe to run twice; a repeated invitation carries a link of its
    # own.
    class DeliverMessage < Operation
      TOKEN_BYTES = 32
      # These carry a personal link.
      PERSONAL = %w[invitation reminder].freeze

      def call(message_id)
        message = Store::Message[message_id]
        return unless message&.state == "queued"
        return message.update(state: "superseded") unless current?(message)

        message.channel == "text" ? send_text(message, link(message)) : send_mail(message, link(message))
        transaction do
          message.update(state: "delivered", delivered_at: now)
          facts = { "to" => message.to_address, "kind" => message.kind }
          facts["channel"] = "text" if message.channel == "text"
          record_event(message.docket, "message.delivered", Core::Actor::SYSTEM, facts)
        end
      rescue Errors::Undeliverable => e
        TakeBounce.new.refused(message, e)
      end

      private

      # An invitation is void once its party has acted, has another address now, or its docket has ended.
      def current?(message)
        return true unless PERSONAL.include?(message.kind)

        message.docket.state == "out" && Core::Dockets::States::MAY_ACT.include?(message.party.state) &&
          addressed?(message)
      end

      # A member of a group is no longer asked once somebody has taken it on.
      def addressed?(message)
        message.member_id ? message.party.group? : message.party.place(message.channel) == message.to_address
      end

      def link(message)
        return copies_link(message) if copies?(message)
        return unless PERSONAL.include?(message.kind)

        token = SecureRandom.urlsafe_base64(TOKEN_BYTES)
        Store::PersonalLink.create(
          party_id: message.party_id,
          member_id: message.member_id,
          token_sha256: Store::PersonalLink.digest(token),
          method: Core::Dockets::Channels::LINKS.fetch(message.channel),
          issued_at: now
        )
        "#{office.settings.address}/room/#{token}"
      end

      def copies?(message) = message.facts && message.facts["copies"].to_a.any? && message.facts["reader"] != "staff"

      # Like a personal link it is made at this moment, so that its token is kept nowhere.
      def copies_link(message)
        token = SecureRandom.urlsafe_base64(TOKEN_BYTES)
        files = message.facts["copies"].map do |file|
          file.to_h.merge("size_bytes" => office.blobs.size(file["sha256"]))
        end
        Store::CopyLink.create(
          docket_id: message.docket_id,
          to_name: message.to_name,
          to_address: message.to_address,
          token_sha256: Store::CopyLink.digest(token),
          files: Sequel.pg_jsonb(files),
          ends_at: ends_at(message)
        )
        "#{office.settings.address}/copies/#{token}"
      end

      def ends_at(message)
        said = message.facts["until"]
        said ? Time.iso8601(said) : now + Store::CopyLink::LASTS_SECONDS
      end

      # What it says; a code stands closed in the outbox, and open in the mail only.
      def said(message)
        code = open_code(message)
        return Messages::KeptMail.new(message.subject, message.body.to_h, code: code) unless message.facts

        Messages::Mail.new(message.kind.to_sym, message.facts.to_h, office: office, locale: message.locale, code: code)
      end

      def open_code(message)
        closed = message.facts ? message.facts["code"] : message.body["closed"]
        closed && office.secret_box.open(closed)
      end

      def send_text(message, address)
        raise Errors::Unavailable, :texts_not_set_up unless office.texts

        office.texts.deliver(to: message.to_address, text: text(message, address))
      end

      def text(message, address)
        return said(message).text if message.kind == "text_code"

        Messages::TextMessage.new(message.kind.to_sym, said(message), link: address).to_s
      end

      def send_mail(message, address)
        sender = message.docket.owner
        Messages.send_off(
          message,
          said(message),
          link: address,
          at: now,
          reply_to: [sender.email.to_s, sender.name],
          attachments: attachments(message)
        )
      end

      def attachments(message)
        message.attachments.map { |item| [item.fetch("file_name"), office.blobs.get(item.fetch("sha256"))] }
      end
    end
  end
end
