# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    # The form that says who acts on a draft: from the browser to values for EditDocket, and back.
    class WhoForm
      USUAL_DAYS = 14
      CLOSING_HOUR = Operations::EditDocket::CLOSING_HOUR
      FIELDS = %w[name email organisation job_title telephone note phrase language role_title least_level].freeze
      # What is ticked for a party or not.
      TICKED = %w[may_pass_on also_text].freeze
      # What a party is known to have, or will do; see Queries::AssuranceStatus#reachable?.
      HOLDS = %w[civil_id card seen].freeze

      # One party of the form, all text: letter, kind, turn, act, account and group (ids), TICKED and what it holds
      # ("1" or ""), and FIELDS.
      Row = Struct.new(
        :letter,
        :kind,
        :turn,
        :act,
        :account,
        :group,
        *TICKED.map(&:to_sym),
        *FIELDS.map(&:to_sym),
        *HOLDS.map do |method|
          :"holds_#{method}"
        end,
        keyword_init: true
      ) do
        def staff? = kind == "staff"
        def group? = kind == "group"
      end

      # The form of a draft as it is kept; a fresh draft gets a usual deadline.
      def self.from(docket, office)
        parties = docket.parties.to_h { |party| [party.letter, typed(party)] }
        new({ **wording(docket, office), **options(docket), **told(docket), "parties" => parties }, office)
      end

      def self.wording(docket, office)
        deadline = office.zone.to_local(docket.deadline || (office.now + (USUAL_DAYS * 86_400)))
        {
          "edits" => docket.edits.to_s,
          "title" => docket.title,
          "subject" => docket.subject,
          "message" => docket.message,
          "deadline" => deadline.strftime("%Y-%m-%d"),
          "deadline_days" => docket.deadline_days.to_s
        }
      end

      def self.options(docket)
        reminders = Operations::EditDocket::REMINDERS.to_h { |key| [key.to_s, docket[key].to_s] }
        kept = docket.options.to_h.except("password")
        reminders.merge(kept.transform_values { |value| value == true ? "1" : value.to_s })
      end

      def self.told(docket)
        people = docket.told.to_a
        lines = Core::Dockets::Options.told_lines(people)
        { "told" => lines, "told_of" => people.flat_map { |person| person["of"] }.uniq }
      end

      def self.typed(party)
        {
          "kind" => party.kind,
          "turn" => party.turn.to_s,
          "act" => party.act,
          "account" => party.account_id.to_s,
          "group" => party.group_id.to_s,
          **TICKED.to_h { |key| [key, party[key.to_sym] ? "1" : ""] },
          **FIELDS.to_h { |key| [key, key == "phrase" ? "" : party[key.to_sym].to_s] },
          **HOLDS.to_h do |method|
            ["holds_#{method}", party.holds.to_a.include?(method) ? "1" : ""]
          end
        }
      end
      private_class_method :wording, :options, :told, :typed

      def initialize(params, office)
        @params = params
        @office = office
      end

      def [](name) = text(@params[name])
      def ticked?(name) = self[name] == "1"
      def told_of = Array(@params["told_of"]).map(&:to_s)

      # [Row, ...] by turn and letter.
      def rows
        given = if @params["parties"].is_a?(Hash)
          @params["parties"].select do |letter, values|
            letter.match?(Core::Dockets::Letters::FORM) && values.is_a?(Hash)
          end
        else
          {}
        end
        rows = given.map { |letter, values| row(letter, values) }
        rows.sort_by { |one| [one.turn.to_i, *Core::Dockets::Letters.order(one.letter)] }
      end

      # The form with one more party of +kind+, in a turn of its own at the end or in +turn+; +values+: what is known of
      # it, as in a Row.
      def with(kind, turn: nil, **values)
        letter = Core::Dockets::Letters.free(rows.map(&:letter)) or return self
        changed(
          rows_by_letter.merge(
            letter => {
              "kind" => kind,
              "turn" => (turn || next_turn).to_s,
              "act" => "sign",
              **values.transform_keys(&:to_s)
            }
          )
        )
      end

      # The form with several more, all in one turn; +seats+: values as of Store::Contact#seat.
      def with_all(seats)
        turn = next_turn
        seats.inject(self) do |form, seat|
          form.with(
            seat[:kind],
            turn: turn,
            account: seat[:account_id].to_s,
            **seat.slice(:name, :email, :organisation, :job_title, :telephone)
          )
        end
      end

      def without(letter) = changed(rows_by_letter.except(letter))

      # Keyword arguments for EditDocket. Raises Errors::Invalid for a deadline that is no date.
      def values
        reminders = Operations::EditDocket::REMINDERS.to_h { |key| [key, number(key.to_s, 60)] }
        {
          edits: self["edits"].to_i,
          title: self["title"].strip,
          subject: self["subject"].strip,
          message: self["message"],
          deadline: self.class.closing(self["deadline"], @office),
          deadline_days: number("deadline_days", Core::Dockets::WorkingDays::MAX),
          reminders: reminders,
          parties: rows.map do |row|
            party(row)
          end,
          options: %w[download mark paper return_to haste text_words password].to_h do |name|
            [name, self[name]]
          end,
          told: { lines: self["told"], of: told_of }
        }
      end

      # The end of working day +text+ in the office's zone, as Time; nil for nothing. Raises Errors::Invalid.
      def self.closing(text, office)
        text.empty? ? nil : Operations::EditDocket.closing(Date.strptime(text, "%Y-%m-%d"), office)
      rescue Date::Error
        raise Errors::Invalid, { "deadline" => :not_a_date_here }
      end

      private

      def text(value) = value.is_a?(String) ? value.scrub("").gsub("\r\n", "\n") : ""
      def next_turn = (rows.map { |row| row.turn.to_i }.max || 0) + 1

      def row(letter, values)
        plain = values.transform_values { |value| text(value) }
        texts = [*FIELDS, "account", "group"].to_h { |key| [key.to_sym, plain[key].to_s] }
        holds = HOLDS.to_h { |method| [:"holds_#{method}", plain["holds_#{method}"].to_s] }
        Row.new(
          letter: letter,
          kind: one_of(%w[outside staff group], plain["kind"]),
          turn: plain["turn"].to_i.clamp(1, Core::Dockets::Letters::MAX).to_s,
          act: one_of(Core::Dockets::Readiness::ACTS, plain["act"]),
          **TICKED.to_h { |key| [key.to_sym, plain[key] == "1" ? "1" : ""] },
          **texts,
          **holds
        )
      end

      # +value+ where it is one of +known+, or else the first of them.
      def one_of(known, value) = known.include?(value) ? value : known.first

      def rows_by_letter = rows.to_h { |row| [row.letter, row.to_h.transform_keys(&:to_s)] }
      def changed(parties) = self.class.new(@params.to_h.merge("parties" => parties), @office)

      # A number from 1 to +most+, nil for none or nonsense.
      def number(key, most) = self[key].match?(/\A\d{1,3}\z/) && self[key].to_i.between?(1, most) ? self[key].to_i : nil

      def party(row)
        common = {
          letter: row.letter,
          turn: row.turn.to_i,
          act: row.act,
          note: row.note,
          may_pass_on: row.may_pass_on == "1",
          also_text: nil,
          group_id: nil,
          account_id: nil,
          job_title: "",
          language: nil,
          role_title: row.role_title.strip,
          least_level: (row.least_level.to_i if row.least_level.match?(/\A[1-4]\z/))
        }
        common.merge(
          if row.group? then group_party(row)
          elsif row.staff? then staff_party(row)
          else outside_party(row)
          end
        )
      end

      def outside_party(row)
        {
          kind: "outside",
          name: row.name.strip.unicode_normalize(:nfc),
          **row.to_h.slice(:email, :organisation, :job_title, :telephone).transform_values(&:strip),
          phrase: row.phrase,
          also_text: (true if row.also_text == "1"),
          language: (row.language if Words::Languages.known?(row.language)),
          holds: HOLDS.select { |method| row.public_send(:"holds_#{method}") == "1" }
        }
      end

      # A place for staff where nobody is chosen yet is kept as it is: readiness asks for it.
      def staff_party(row)
        Queries::Lookup.member(row.account)&.seat ||
          { kind: "staff", name: "", email: "", organisation: "" }
      end

      def group_party(row)
        group = Queries::Lookup.group(row.group) or
          raise Errors::Invalid, { "#{row.letter}.group" => :group_gone }
        { kind: "group", group_id: group.id, name: group.name, email: "", organisation: "" }
      end
    end
  end
end
