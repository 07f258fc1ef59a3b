# frozen_string_literal: true

require "mail"

module JustSeal
  module Messages
    # Reads delivery status notifications. Whatever else a mail says is left alone.
    module BounceReader
      MAX_SAID = 200
      STATUS = /\A[245]\.\d{1,3}\.\d{1,3}\z/
      ID = /^Message-ID:\s*<([^<>\s]{1,300})>/i
      REPORT = "message/delivery-status"
      ORIGINAL = %r{\A(message/rfc822(-headers)?|text/rfc822-headers|message/global(-headers)?)\z}

      module_function

      # +bytes+: a mail. Returns a Bounce; nil for a mail of another kind.
      def read(bytes)
        mail = ::Mail.read_from_string(bytes)
        report = part(mail) { |type| type == REPORT }
        original = part(mail) { |type| ORIGINAL.match?(type) }
        return unless report && original

        of(fields(report.body.decoded), original.body.decoded[ID, 1])
      rescue ::Mail::Field::ParseError, ::Mail::UnknownEncodingType, ArgumentError, EncodingError
        nil
      end

      def part(mail, &) = mail.all_parts.find { |one| yield one.mime_type.to_s.downcase }

      # {name in small letters => value} of the last block, which is about the recipient.
      def fields(text)
        block = plain(text).split(/\r?\n\r?\n/).reject { |lines| lines.strip.empty? }.last.to_s
        block.gsub(/\r?\n[ \t]+/, " ").lines.to_h do |line|
          name, value = line.split(":", 2)
          [name.strip.downcase, value.to_s.strip]
        end
      end

      def plain(text) = text.dup.force_encoding(Encoding::UTF_8).scrub("?")

      def of(fields, message_id)
        status = fields["status"].to_s[0, 20]
        return unless message_id && fields["action"]

        Bounce.new(
          message_id: message_id,
          action: fields["action"].downcase,
          status: STATUS.match?(status) ? status : "",
          said: fields["diagnostic-code"].to_s.sub(/\A[\w-]+;\s*/, "").gsub(/[[:cntrl:]]/, " ")[0, MAX_SAID]
        )
      end
    end
  end
end
