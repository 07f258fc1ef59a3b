# frozen_string_literal: true

module JustSeal
  module Messages
    # Mails as they would be, of a docket that there is not: to be looked at before anybody gets one.
    module Sample
      KINDS = (Mail::LINES.keys - %i[text_code] + StaffMail::KINDS).freeze
      DAY_SECONDS = 86_400
      CODE = "000 000"
      # Where links would lead.
      NOWHERE = "sample"

      module_function

      # Mail or StaffMail of +kind+ (one of KINDS). +office+: JustSeal::Office; +reader+: Store::Account who looks.
      def of(kind, office:, reader:, locale: I18n.default_locale)
        return StaffMail.new(kind, of_account(office, reader), locale: locale) if StaffMail::KINDS.include?(kind)

        Mail.new(kind, of_docket(office, reader, locale), office: office, locale: locale, code: CODE)
      end

      # The letter of it, with a link that opens nothing.
      # +logo+: as of Letter.
      def letter(kind, mail, office:, logo: false)
        path = StaffMail::KINDS.include?(kind) ? "welcome" : "room"
        Letter.of(mail, office: office, link: "#{office.settings.address}/#{path}/#{NOWHERE}", logo: logo)
      end

      def of_account(office, reader)
        event = { "event" => "sealed", "docket" => "#{office.number_prefix}-0000-00000", "title" => "", "who" => "" }
        said = { "name" => reader.name, "email" => reader.email.to_s, "office" => office.name, "by" => reader.name }
        said.merge("events" => [event], **of_run(office))
      end

      def of_run(office)
        number = "#{office.number_prefix}-S-0000"
        said = { "title" => "", "record" => "XX-0000-0000", "url" => "https://example.org", "file" => "example.pdf" }
        { "instruction" => number, "run" => "#{number}-00000", **said }
      end

      def of_docket(office, reader, locale)
        word = ->(key) { I18n.t("mails.sample.#{key}", locale: locale) }
        in_days = ->(days) { (office.now + (days * DAY_SECONDS)).utc.iso8601 }
        {
          "docket" => "#{office.number_prefix}-0000-00000",
          "record" => word.call("record"),
          "title" => word.call("title"),
          "office" => office.name,
          "sender" => reader.name,
          "name" => word.call("name"),
          "message" => word.call("message"),
          "deadline" => in_days.call(10),
          "before" => in_days.call(5),
          "at" => in_days.call(0),
          "state" => "withdrawn",
          "ended_because" => word.call("reason"),
          "waiting" => [word.call("name")],
          "reader" => "outside",
          "act" => "sign",
          "from" => word.call("name"),
          "to" => word.call("other"),
          "address" => "192.0.2.7",
          "client" => "Firefox",
          "who" => word.call("name"),
          "mailbox" => "kim@example.org",
          "said" => "5.1.1 User unknown"
        }
      end
    end
  end
end
