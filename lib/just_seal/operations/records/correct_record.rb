# frozen_string_literal: true

module JustSeal
  module Operations
    # Corrects a record's title and particulars, or moves it to another case file. Which values changed is entered on
    # the record's chain; once the record was sent, also why.
    class CorrectRecord < Operation
      MAX_REASON = 500

      # +edits+: the number that the editor started from; +particulars+: {name => text}; +case_file+: row; +reason+:
      # text, wanted once the record was sent.
      # Returns the Store::Record. Raises Errors::Invalid as CaptureRecord does, Errors::Conflict when somebody else
      # saved meanwhile.
      def call(actor, number:, edits:, title:, particulars:, case_file:, reason: "")
        allow!(actor, :correct)
        transaction do
          record = Store::Record.where(number: number).for_update.first or raise Errors::Missing.new(
            :no_record,
            number: number
          )
          allow_record!(actor, record, :change)
          HoldGate.pass(record)
          raise Errors::Conflict.new(:changed_meanwhile, name: number) unless record.edits == edits

          title = Core::Filing::SafeName.line(title)
          values = read(record, title, particulars)
          allow_case_file!(actor, case_file, :change)
          check_place(record, case_file)
          store(actor, record, { title: title, particulars: values, case_file: case_file }, reason.strip)
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

      # +given+: {title:, particulars: values, case_file: row}
      def store(actor, record, given, reason)
        changed = changed(record, given)
        place = given[:case_file]
        moved = record.case_file_id != place.id
        return record if changed.empty? && !moved

        told = why(record, reason)
        enter(actor, record, "record.corrected", "changed" => changed.sort, **told) unless changed.empty?
        enter(actor, record, "record.moved", "from" => record.case_file.code, "to" => place.code, **told) if moved
        kept = { title: given[:title], particulars: Sequel.pg_jsonb(given[:particulars]), case_file_id: place.id }
        record.update(edits: record.edits + 1, **kept)
      end

      def enter(actor, record, kind, **facts) = record_event_on(record.number, kind, actor, facts)

      # What others have signed by now is not changed without a word.
      def why(record, reason)
        limit = Core::Problem.new(:reason_too_long, limit: MAX_REASON)
        raise Errors::Invalid, { "reason" => limit } if reason.length > MAX_REASON
        return reason.empty? ? {} : { "reason" => reason } unless record.sent?
        raise Errors::Invalid, { "reason" => :say_why_corrected } if reason.empty?

        { "reason" => reason }
      end

      # Names of what is another than before.
      def changed(record, given)
        before = record.particulars.to_h
        after = given[:particulars]
        names = (before.keys | after.keys).reject { |name| before[name] == after[name] }
        record.title == given[:title] ? names : [*names, "title"]
      end
    end
  end
end
