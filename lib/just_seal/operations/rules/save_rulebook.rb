# frozen_string_literal: true

module JustSeal
  module Operations
    # Writes a new version of the rules, in force from a time on once it is published (PublishRulebook). Versions are
    # never changed; dockets that are out keep the one they were sent under.
    class SaveRulebook < Operation
      MAX_TITLE = 200

      # +definition+: as of Core::Assurance::Rulebook; +starts_at+: Time, not in the past; +version+: the newest one
      # that the editor knew, 0 for none. Returns the Store::Rulebook.
      # Raises Errors::Invalid with {"rules.INDEX" or "rulebook" or "title" or "starts" =>
      # Core::Assurance::RulebookReview::Fault or sentence}, Errors::Conflict when somebody else was faster.
      def call(actor, title:, definition:, starts_at:, version:)
        allow!(actor, :write_rules)
        refuse(Core::Filing::SafeName.line(title), definition, starts_at)
        transaction do
          newest = Store::Rulebook.max(:version).to_i
          raise Errors::Conflict.new(:rulebook_changed, version: newest) unless newest == version

          row = Store::Rulebook.create(
            version: newest + 1,
            title: Core::Filing::SafeName.line(title),
            starts_at: starts_at,
            definition: Sequel.pg_jsonb(definition),
            made_by: actor.id,
            made_at: now
          )
          note(actor, row, definition)
          PublishRulebook.new.publish(actor, row) if PublishRulebook.alone?
          row
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Conflict, :rulebook_written
      end

      # What is wrong with +definition+ in this office, as of Core::Assurance::RulebookReview.
      def self.faults(definition)
        types, units = %w[type unit].map do |key|
          Store::RecordClass.all.to_h do |row|
            [row.code, row.particulars.to_a.to_h { |item| [item["name"], item[key]] }]
          end
        end
        Core::Assurance::RulebookReview.call(definition, classes: types, units: units)
      end

      private

      def note(actor, row, definition)
        facts = {
          "version" => row.version,
          "starts_at" => Core::Ledger::Entry.time(row.starts_at),
          "sha256" => Core::Ledger::Entry.digest(JSON.generate(definition))
        }
        record_event_on("rulebook", "rulebook.written", actor, facts)
      end

      def refuse(title, definition, starts_at)
        problems = self.class.faults(definition).to_h do |fault|
          [fault.rule ? "rules.#{fault.rule}" : "rulebook", fault]
        end
        problems["title"] = :rulebook_unnamed unless title.length.between?(1, MAX_TITLE)
        problems["starts"] = :rulebook_in_past if starts_at < now - 60
        raise Errors::Invalid, problems unless problems.empty?
      end
    end
  end
end
