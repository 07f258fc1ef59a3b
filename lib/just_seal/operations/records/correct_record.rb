# frozen_string_literal: true

module JustSeal
  module Operations
    # Corrects a record's title and particulars, or moves it to another case file. Which values changed is entered on
    # the record's chain.
    class CorrectRecord < Operation
      # +edits+: the number that the editor started from; +particulars+: {name => text}; +case_file+: row.
      # Returns the Store::Record. Raises Errors::Invalid as CaptureRecord does, Errors::Conflict when somebody else
      # saved meanwhile.
      def call(actor, number:, edits:, title:, particulars:, case_file:)
        allow!(actor, :correct)
        transaction do
          record = Store::Record.where(number: number).for_update.first or raise Errors::Missing.new(
            :no_record,
            number: number
          )
          allow_record!(actor, record, :change)
          raise Errors::Conflict.new(:changed_meanwhile, name: number) unless record.edits == edits

          title = Core::Filing::SafeName.line(title)
          values = read(record, title, particulars)
          allow_case_file!(actor, case_file, :change)
          check_place(record, case_file)
          store(actor, record, title, values, case_file)
        end
      end

      private

      def read(record, title, given)
        definition = record.record_class.definition(record.class_version)
        read = Core::Filing::Particulars.read(
          definition["particulars"],
          given,
          checks: definition["checks"].to_a,
          contacts: Queries::ContactList.method(:meant)
        )
        found = CaptureRecord.title_problems(title).merge(read.problems.transform_keys { |name| "particulars.#{name}" })
        raise Errors::Invalid, found unless found.empty?

        # What the system keeps there is not typed, so it stays.
        record.particulars.to_h.slice("docket_number").merge(read.values)
      end

      def check_place(record, case_file)
        return if record.case_file_id == case_file.id || case_file.closed_at.nil?

        raise Errors::Invalid, { "case_file" => Core::Problem.new(:case_file_closed, code: case_file.code) }
      end

      def store(actor, record, title, values, case_file)
        changed = changed(record, title, values)
        moved = record.case_file_id != case_file.id
        return record if changed.empty? && !moved

        record_event_on(record.number, "record.corrected", actor, "changed" => changed.sort) unless changed.empty?
        if moved
          places = { "from" => record.case_file.code, "to" => case_file.code }
          record_event_on(record.number, "record.moved", actor, places)
        end
        kept = { title: title, particulars: Sequel.pg_jsonb(values), case_file_id: case_file.id }
        record.update(edits: record.edits + 1, **kept)
      end

      # Names of what is another than before.
      def changed(record, title, values)
        before = record.particulars.to_h
        names = (before.keys | values.keys).reject { |name| before[name] == values[name] }
        record.title == title ? names : [*names, "title"]
      end
    end
  end
end
