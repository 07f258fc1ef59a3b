# frozen_string_literal: true

module JustSeal
  module Operations
    # Saves who acts on a draft, by when, and with which message. What is incomplete is kept all the same: readiness
    # tells what is missing.
    class EditDocket < Operation
      LIMITS = {
        "title" => 300,
        "subject" => 200,
        "message" => 4000,
        "name" => 200,
        "email" => 254,
        "organisation" => 200,
        "job_title" => 100,
        "role_title" => 100,
        "telephone" => 40,
        "note" => 2000
      }.freeze
      REMINDERS = %i[remind_after_days remind_every_days remind_before_days].freeze
      MAX_PARTIES = Core::Dockets::Letters::MAX
      # What is kept of a party.
      OF_PARTY = %i[
        turn
        act
        kind
        account_id
        group_id
        name
        email
        organisation
        job_title
        telephone
        may_pass_on
        also_text
        note
        language
        role_title
        least_level
      ].freeze
      # What of a party is one line of text.
      LINES = %i[name email organisation job_title role_title].freeze
      # The hour, office time, at which a day ends that is a deadline.
      CLOSING_HOUR = 17
      MIN_PASSWORD = 8
      MIN_PHRASE = 8

      # The end of +date+ as a deadline, as Time.
      def self.closing(date, office) = office.zone.local_to_utc(Time.utc(date.year, date.month, date.day, CLOSING_HOUR))

      # The deadline of a docket that is sent at +time+ and has +days+ working days.
      def self.working_deadline(time, days, office)
        today = office.zone.to_local(time).to_date
        closing(
          Core::Dockets::WorkingDays.after(
            today,
            days,
            Store.db[:holidays].where do
              day > today
            end.select_map(:day)
          ),
          office
        )
      end

      # +edits+: the number of edits that the editor started from; +title+, +subject+, +message+: text; +deadline+:
      # Time or nil; +deadline_days+: working days from sending instead, or nil; +parties+: [{letter:, turn:, act:,
      # kind:, account_id:, group_id:, name:, email:, organisation:, job_title:, may_pass_on:, also_text: is it invited
      # by text message beside mail?, note:, language:, role_title: what it is in the docket, or nil; least_level: what
      # the sender demands beyond the rules, or nil}, ...];
      # +reminders+: {remind_after_days:, remind_every_days:, remind_before_days:}; +options+: as Core::Dockets::Options
      # reads them, and "password", text, nil to leave it; +told+: {lines: text, of: [one of Options::TOLD_OF, ...]}.
      # Raises Errors::Conflict when somebody else saved meanwhile.
      def call(
        actor, number:, edits:, title:, message:, deadline:, parties:, subject: "", deadline_days: nil,
        reminders: {}, options: {}, told: {}
      )
        texts = { title: line(title), subject: line(subject), message: message }
        parties = seats(parties, texts)
        wording = {
          **texts,
          deadline: deadline_days ? self.class.working_deadline(now, deadline_days, office) : deadline,
          deadline_days: deadline_days,
          **reminders.slice(*REMINDERS),
          **settings(options, told)
        }
        transaction do
          docket = DraftLock.call(actor, number, edits)
          docket.update(edits: docket.edits + 1, **with_password(docket, wording, options["password"]))
          parties.each { |party| store(docket, party) }
          remove_others(docket, parties.map { |party| party.fetch(:letter) })
          SittingEntry.call(docket, "docket.edited", actor, "edit" => docket.edits, "parties" => parties.size)
          docket
        end
      end

      private

      def line(text) = Core::Filing::SafeName.line(text)

      # The parties as they are kept. Raises Errors::Invalid.
      def seats(parties, texts)
        parties = parties.map { |party| party.merge(party.slice(*LINES).to_h { |key, text| [key, kept(key, text)] }) }
        problems = DraftProblems.new(parties, **texts).to_h
        raise Errors::Invalid, problems unless problems.empty?

        # Phrases are slow by intent, and so hashed before the docket is locked.
        without_gaps(parties).map { |party| with_phrase(party) }
      end

      # Whoever is in no role has none.
      def kept(key, text)
        text = line(text.to_s)
        key == :role_title && text.empty? ? nil : text
      end

      def without_gaps(parties)
        parties.zip(Core::Dockets::Turns.dense(parties.map { |party| party.fetch(:turn) })).map do |party, turn|
          party.merge(turn: turn)
        end
      end

      def settings(options, told)
        kept, problems = Core::Dockets::Options.read(options)
        people, problem = Core::Dockets::Options.told(told[:lines], told.fetch(:of, []))
        problems["told"] = problem if problem
        if options["password"] != "none" && options["password"].to_s.length.between?(1, MIN_PASSWORD - 1)
          problems["password"] = Core::Problem.new(:password_too_short, least: MIN_PASSWORD)
        end
        raise Errors::Invalid, problems unless problems.empty?

        { options: Sequel.pg_jsonb(kept), told: Sequel.pg_jsonb(people) }
      end

      # Nothing typed leaves the password as it is; "none" takes it away.
      def with_password(docket, wording, typed)
        closed = if typed.to_s.empty?
          docket.options["password"]
        else
          (office.secret_box.close(typed) unless typed == "none")
        end
        closed ? wording.merge(options: Sequel.pg_jsonb(wording[:options].to_h.merge("password" => closed))) : wording
      end

      # Nothing typed leaves a phrase as it is; "none" takes it away.
      def with_phrase(party)
        phrase = party[:phrase].to_s.strip
        return party if phrase.empty?

        party.merge(phrase_hash: phrase == "none" ? nil : ProveByPhrase.hash(phrase))
      end

      def store(docket, party)
        row = Store::Party.first(docket_id: docket.id, letter: party.fetch(:letter))
        values = party.slice(*OF_PARTY).merge(holds: Sequel.pg_array(party[:holds].to_a, :text), **phrase(row, party))
        return row.update(values) if row

        Store::Party.create(docket_id: docket.id, letter: party.fetch(:letter), state_since: now, **values)
      end

      # A phrase was agreed with one person: it stays with a corrected address, and does not go over to another.
      def phrase(row, party)
        return party.slice(:phrase_hash) if party.key?(:phrase_hash)

        same = row.nil? || row.same_address?(party[:email]) || row.name == party[:name]
        same ? {} : { phrase_hash: nil }
      end

      def remove_others(docket, letters)
        Store::Party.where(docket_id: docket.id).exclude(letter: letters).each do |party|
          party.fields_dataset.delete
          party.delete
        end
      end
    end
  end
end
