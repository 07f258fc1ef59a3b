# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    # The form that says who acts on a draft: from the browser to values for EditDocket, and back.
    class WhoForm
      USUAL_DAYS = 14
      CLOSING_HOUR = 17
      FIELDS = %w[name email organisation note].freeze

      # One party of the form, all text: letter, kind, turn, act, account (id), and FIELDS.
      Row = Struct.new(:letter, :kind, :turn, :act, :account, *FIELDS.map(&:to_sym), keyword_init: true)

      # The form of a draft as it is kept; a fresh draft gets a usual deadline, and somebody outside to fill in.
      def self.from(docket, office)
        local = office.zone.to_local(docket.deadline || (office.now + (USUAL_DAYS * 86_400)))
        kept = { "edits" => docket.edits.to_s, "title" => docket.title, "message" => docket.message, "deadline" => local.strftime("%Y-%m-%d") }
        Operations::EditDocket::REMINDERS.each { |key| kept[key.to_s] = docket[key].to_s }
        new(kept.merge("parties" => docket.parties.to_h { |party| [party.letter, typed(party)] }), office)
      end

      def self.typed(party)
        { "kind" => party.kind, "turn" => party.turn.to_s, "act" => party.act, "account" => party.account_id.to_s, **FIELDS.to_h { |key| [key, party[key.to_sym]] } }
      end
      private_class_method :typed

      def initialize(params, office)
        @params = params
        @office = office
      end

      def [](name) = text(@params[name])

      # [Row, ...] by turn and letter.
      def rows
        given = @params["parties"].is_a?(Hash) ? @params["parties"].select { |letter, values| letter.match?(/\A[A-Z]\z/) && values.is_a?(Hash) } : {}
        given.map { |letter, values| row(letter, values) }.sort_by { |one| [one.turn.to_i, one.letter] }
      end

      # The form with one more party of +kind+ ("outside" or "staff"), for +account+ where it is known.
      def with(kind, account: nil)
        letter = ("A".."Z").find { |one| rows.none? { |row| row.letter == one } } or return self
        turn = (rows.map { |row| row.turn.to_i }.max || 0) + 1
        changed(rows_by_letter.merge(letter => { "kind" => kind, "turn" => turn.to_s, "act" => "sign", "account" => account.to_s }))
      end

      def without(letter) = changed(rows_by_letter.except(letter))

      # Keyword arguments for EditDocket. Raises Errors::Invalid for a deadline that is no date.
      def values
        reminders = Operations::EditDocket::REMINDERS.to_h { |key| [key, days(key)] }
        { edits: self["edits"].to_i, title: self["title"].strip, message: self["message"], deadline: self.class.closing(self["deadline"], @office), reminders: reminders,
          parties: rows.map { |row| party(row) } }
      end

      # The end of working day +text+ in the office's zone, as Time; nil for nothing. Raises Errors::Invalid.
      def self.closing(text, office)
        return nil if text.empty?

        date = Date.strptime(text, "%Y-%m-%d")
        office.zone.local_to_utc(Time.utc(date.year, date.month, date.day, CLOSING_HOUR))
      rescue Date::Error
        raise Errors::Invalid, { "deadline" => "That is not a date that exists. Write it as year-month-day, like 2027-01-31." }
      end

      private

      def text(value) = value.is_a?(String) ? value.scrub("").gsub("\r\n", "\n") : ""

      def row(letter, values)
        plain = values.transform_values { |value| text(value) }
        kind = plain["kind"] == "staff" ? "staff" : "outside"
        act = Core::Dockets::Readiness::ACTS.include?(plain["act"]) ? plain["act"] : "sign"
        Row.new(letter: letter, kind: kind, turn: plain["turn"].to_i.clamp(1, 26).to_s, act: act, account: plain["account"].to_s, **FIELDS.to_h { |key| [key.to_sym, plain[key].to_s] })
      end

      def rows_by_letter = rows.to_h { |row| [row.letter, row.to_h.transform_keys(&:to_s)] }
      def changed(parties) = self.class.new(@params.to_h.merge("parties" => parties), @office)

      # A number of days, nil for none or nonsense.
      def days(key) = self[key.to_s].match?(/\A\d{1,2}\z/) && self[key.to_s].to_i.between?(1, 60) ? self[key.to_s].to_i : nil

      def party(row)
        common = { letter: row.letter, turn: row.turn.to_i, act: row.act, note: row.note }
        return common.merge(kind: "outside", account_id: nil, name: row.name.strip.unicode_normalize(:nfc), email: row.email.strip, organisation: row.organisation.strip) if row.kind == "outside"

        account = Store::Account.live.first(id: row.account.to_i)
        raise Errors::Invalid, { "#{row.letter}.account" => "Choose a member of staff, or take this party out." } unless account

        common.merge(kind: "staff", account_id: account.id, name: account.name, email: account.email, organisation: @office.settings.office)
      end
    end
  end
end
