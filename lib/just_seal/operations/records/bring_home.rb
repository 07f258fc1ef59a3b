# frozen_string_literal: true

module JustSeal
  module Operations
    # Values that parties typed become particulars of the record. What somebody changed there since the docket was sent
    # stays as it is until a person decides, and the entry says so. Runs in the transaction that seals.
    class BringHome < Operation
      # Returns {"particulars", "left_as_changed"} => names, without what is empty.
      def call(docket, document, record)
        changed, free = differing(document, record).partition { |name, _| touched?(document, record, name) }.map(&:to_h)
        return {} if changed.empty? && free.empty?

        note_conflicts(docket, record, changed)
        # Whoever edits the record just now is told of either.
        record.update(particulars: Sequel.pg_jsonb(record.particulars.to_h.merge(free)), edits: record.edits + 1)
        enter_correction(docket, record, free) if free.any?
        { "particulars" => free.keys.sort, "left_as_changed" => changed.keys.sort }.reject { |_, names| names.empty? }
      end

      private

      # {name => value} of what was typed, fits, and is not what the record says.
      def differing(document, record)
        definition = record.record_class.definition(record.class_version)
        items = definition.fetch("particulars", []).to_h { |item| [item["name"], item] }
        # Where two fields are of one particular, the later one counts.
        typed = document.fields.select(&:value).to_h { |field| [field.settings["particular"], field.value] }
        typed.update(paper_place(document, record))
        typed.slice(*items.keys).filter_map do |name, value|
          problem, kept = Core::Filing::Particulars.one(items.fetch(name), value)
          [name, kept] unless problem || record.particulars[name] == kept
        end.to_h
      end

      # Where the papers lie that parties signed by pen, in the particular that the class names for it.
      def paper_place(document, record)
        name = Queries::PaperChoice.terms(record).place or return {}
        copies = Store::PaperCopy.where(docket_id: document.docket_id, state: "taken_in").order(:number)
        places = copies.map { |copy| copy.entered.to_h["place"].to_s }.reject(&:empty?).uniq
        places.empty? ? {} : { name => places.join("; ") }
      end

      # Does the record say something else than when the docket was sent?
      def touched?(document, record, name) = record.particulars[name] != document.particulars.to_h.dig(name, 1)

      def note_conflicts(docket, record, values)
        values.each do |name, value|
          db[:particular_conflicts].insert_conflict.insert(
            record_id: record.id,
            docket_number: docket.number,
            name: name,
            typed: Sequel.pg_jsonb(value),
            noted_at: now
          )
        end
      end

      def enter_correction(docket, record, values)
        record_event_on(
          record.number,
          "record.corrected",
          Core::Actor::SYSTEM,
          "changed" => values.keys.sort,
          "docket" => docket.number
        )
      end
    end
  end
end
