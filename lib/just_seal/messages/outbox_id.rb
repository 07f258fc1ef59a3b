# frozen_string_literal: true

require "openssl"

module JustSeal
  module Messages
    # The identifier of a mail of the outbox, before its @. It stays the same when the mail is sent again, and only who
    # has had the mail knows it: what others say of a mail counts for as much as they know of it.
    module OutboxId
      FORM = /\Aoutbox-(\d{1,18})-\d+-(\h{24})\z/

      module_function

      # +message+: Store::Message; +key+: of the office.
      def of(message, key:)
        name = "outbox-#{message.id}-#{message.created_at.to_i}"
        "#{name}-#{mac(name, key)}"
      end

      # Number of the message that +text+ ("...@...") names; nil for none of ours.
      def read(text, key:)
        local = text.to_s.split("@", 2).first.to_s
        found = FORM.match(local) or return
        name = local.delete_suffix("-#{found[2]}")
        found[1].to_i if OpenSSL.secure_compare(mac(name, key), found[2])
      end

      def mac(name, key) = OpenSSL::HMAC.hexdigest("SHA256", key, "message id #{name}")[0, 24]
    end
  end
end
