# frozen_string_literal: true

require "mail"

module JustSeal
  module Messages
    # A mail that brings documents: who sent it, what it is about, and what it brings. It comes from outside, and is
    # taken apart in a process of its own.
    module BroughtMail
      MAX_FILES = 20
      VALUES = { "application/json" => "json", "text/csv" => "csv" }.freeze
      # +id+: of the message; +sender+: address; +files+: [[name, bytes], ...]; +values+: [text, kind] or nil.
      Brought = Core::Value.of(:id, :sender, :subject, :files, :values)

      module_function

      # +bytes+: of the mail.
      def read(bytes) = Ports::Confined.call { apart(bytes) }

      def apart(bytes)
        mail = ::Mail.read_from_string(bytes)
        parts = mail.attachments.first(MAX_FILES).map { |part| [part.filename.to_s, part.decoded, kind(part)] }
        values, files = parts.partition { |_, _, kind| kind }
        body = values.first&.drop(1)
        Brought.new(**head(mail), files: files.map { |file| file.first(2) }, values: body)
      end

      def head(mail)
        {
          id: mail.message_id.to_s[0, 300],
          sender: mail.from.to_a.first.to_s.downcase[0, 254],
          subject: mail.subject.to_s.scrub("")[0, 300]
        }
      end

      def kind(part)
        ending = File.extname(part.filename.to_s).delete_prefix(".").downcase
        VALUES[part.mime_type] || (ending if VALUES.value?(ending))
      end
    end
  end
end
