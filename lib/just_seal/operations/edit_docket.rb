# frozen_string_literal: true

module JustSeal
  module Operations
    # Saves who acts on a draft, by when, and with which message. What is incomplete is kept all the same: readiness tells what is missing.
    class EditDocket < Operation
      LIMITS = { "title" => 300, "message" => 4000, "name" => 200, "email" => 254, "organisation" => 200, "note" => 2000 }.freeze
      REMINDERS = %i[remind_after_days remind_every_days remind_before_days].freeze
      MOST_PARTIES = 26 # letters

      # +edits+: the number of edits that the editor started from; +title+, +message+: text; +deadline+: Time or nil;
      # +parties+: [{letter:, turn:, act:, kind:, account_id:, name:, email:, organisation:, note:}, ...]; +reminders+: {remind_after_days:, remind_every_days:, remind_before_days:}.
      # Raises Errors::Conflict when somebody else saved meanwhile.
      def call(actor, number:, edits:, title:, message:, deadline:, parties:, reminders: {})
        title = Core::Filing::SafeName.line(title)
        parties = parties.map { |party| party.merge(party.slice(:name, :email, :organisation).transform_values { |text| Core::Filing::SafeName.line(text) }) }
        parties = without_gaps(parties)
        check_lengths(title, message, parties)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :prepare)
          check_draft(docket, edits)
          docket.update(title: title, message: message, deadline: deadline, edits: docket.edits + 1, **reminders.slice(*REMINDERS))
          parties.each { |party| store(docket, party) }
          remove_others(docket, parties.map { |party| party.fetch(:letter) })
          enter(docket, "docket.edited", actor, "edit" => docket.edits, "parties" => parties.size)
          docket
        end
      end

      private

      def without_gaps(parties)
        parties.zip(Core::Dockets::Turns.dense(parties.map { |party| party.fetch(:turn) })).map { |party, turn| party.merge(turn: turn) }
      end

      def check_lengths(title, message, parties)
        problems = {}
        problems["title"] = "The title is missing. Say what is sent." if title.strip.empty?
        texts = { "title" => title, "message" => message }
        parties.each { |party| %i[name email organisation note].each { |key| texts["#{party.fetch(:letter)}.#{key}"] = party[key].to_s } }
        texts.each do |key, text|
          limit = LIMITS.fetch(key.split(".").last)
          problems[key] = "This is longer than #{limit} characters. Shorten it." if text.length > limit
        end
        problems["parties"] = "A docket has at most #{MOST_PARTIES} parties." if parties.size > MOST_PARTIES
        raise Errors::Invalid, problems unless problems.empty?
      end

      def check_draft(docket, edits)
        raise Errors::Conflict, "Docket #{docket.number} is no longer a draft." unless docket.state == "draft"
        return if docket.edits == edits

        raise Errors::Conflict,
          "Somebody else saved docket #{docket.number} meanwhile. Load the page again; what you typed is still in the form."
      end

      def store(docket, party)
        values = party.slice(:turn, :act, :kind, :account_id, :name, :email, :organisation, :note)
        row = Store::Party.first(docket_id: docket.id, letter: party.fetch(:letter))
        row ? row.update(values) : Store::Party.create(docket_id: docket.id, letter: party.fetch(:letter), state_since: now, **values)
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
