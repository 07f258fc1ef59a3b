# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    # The form that says who acts on a draft: from the browser to values for EditDocket, and back.
    class WhoForm
      USUAL_DAYS = 14
      CLOSING_HOUR = 17

      # The form of a draft as it is kept; a fresh draft gets a usual deadline.
      def self.from(docket, office)
        local = office.zone.to_local(docket.deadline || (office.now + (USUAL_DAYS * 86_400)))
        kept = { "edits" => docket.edits.to_s, "title" => docket.title, "message" => docket.message,
                 "deadline" => local.strftime("%Y-%m-%d") }
        new(kept.merge("parties" => docket.parties.to_h { |party| [party.letter, typed(party)] }), office)
      end

      def self.typed(party)
        { "name" => party.name, "email" => party.email, "organisation" => party.organisation, "account" => party.account_id.to_s }
      end
      private_class_method :typed

      def initialize(params, office)
        @params = params
        @office = office
      end

      def [](name) = text(@params[name])
      def party(letter, name) = text(given(letter)[name])

      # Keyword arguments for EditDocket. Raises Errors::Invalid for a deadline that is no date.
      def values
        { edits: self["edits"].to_i, title: self["title"].strip, message: self["message"], deadline: deadline,
          parties: [outside, staff].compact }
      end

      private

      def text(value) = value.is_a?(String) ? value.scrub("").gsub("\r\n", "\n") : ""
      def given(letter) = @params["parties"].is_a?(Hash) && @params["parties"][letter].is_a?(Hash) ? @params["parties"][letter] : {}

      # The end of a working day, in the office's zone.
      def deadline
        return nil if self["deadline"].empty?

        date = Date.strptime(self["deadline"], "%Y-%m-%d")
        @office.zone.local_to_utc(Time.utc(date.year, date.month, date.day, CLOSING_HOUR))
      rescue Date::Error
        raise Errors::Invalid, { "deadline" => "That is not a date that exists. Write it as year-month-day, like 2027-01-31." }
      end

      def outside
        { letter: "A", turn: 1, act: "sign", kind: "outside", account_id: nil, name: party("A", "name").strip.unicode_normalize(:nfc),
          email: party("A", "email").strip, organisation: party("A", "organisation").strip }
      end

      def staff
        account = Store::Account.live.first(id: party("B", "account").to_i) or return nil
        { letter: "B", turn: 2, act: "sign", kind: "staff", account_id: account.id, name: account.name, email: account.email,
          organisation: @office.settings.office }
      end
    end
  end
end
