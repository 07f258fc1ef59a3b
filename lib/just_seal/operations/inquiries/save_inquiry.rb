# frozen_string_literal: true

module JustSeal
  module Operations
    # Opens an inquiry, or changes what it is about.
    class SaveInquiry < Operation
      LENGTHS = { "asked_by" => 200, "mandate" => 500, "question" => 2000 }.freeze

      # +given+: {"asked_by", "mandate", "question", "from", "until", "due_on", "classes", "case_files", "parties",
      # "worker_id"}. Returns the inquiry. Raises Errors::Invalid.
      def open(actor, given)
        allow!(actor, :inquire)
        values = values(given)
        transaction do
          number = format("Q-%d-%04d", now.year, Store::Counters.next("inquiry-#{now.year}"))
          inquiry = Store::Inquiry.create(number: number, opened_by: actor.id, opened_at: now, **values)
          record_event_on(number, "inquiry.opened", actor, told(inquiry))
          inquiry
        end
      end

      # +edits+: that the form was loaded with.
      def change(actor, number, given, edits:)
        values = values(given)
        transaction do
          inquiry = InquiryLock.call(actor, number)
          raise Errors::Conflict, :inquiry_changed unless inquiry.edits == edits

          inquiry.update(edits: edits + 1, **values)
          record_event_on(number, "inquiry.changed", actor, told(inquiry))
          inquiry
        end
      end

      private

      def values(given)
        problems = text_problems(given)
        reader = ScopeReader.new(problems)
        days = days(given, reader, problems)
        worker = Store::Account.live.first(id: given["worker_id"].to_i)
        problems["worker_id"] = :worker_missing unless worker && Core::Rights.may?(worker.role, :inquire)
        scope = reader.scope(given)
        raise Errors::Invalid, problems.compact if problems.compact.any?

        texts = LENGTHS.keys.to_h { |name| [name.to_sym, given[name].strip] }
        { **texts, **days, worker_id: worker.id, scope: Sequel.pg_jsonb(scope) }
      end

      def text_problems(given)
        wrong = LENGTHS.reject { |name, most| given[name].to_s.strip.length.between?(1, most) }
        wrong.to_h { |name, most| [name, Core::Problem.new(:"#{name}_missing", limit: most)] }
      end

      def days(given, reader, problems)
        days = { from_day: "from", until_day: "until", due_on: "due_on" }
          .transform_values { |name| reader.day(given[name], name) }
        first, last = days.values_at(:from_day, :until_day)
        problems["until"] ||= :period_backwards if first && last && last < first
        days
      end

      def told(inquiry)
        {
          "asked_by" => inquiry.asked_by,
          "mandate" => inquiry.mandate,
          "question" => inquiry.question,
          "due_on" => inquiry.due_on.iso8601,
          "works_on_it" => inquiry.worker.name,
          "scope" => inquiry.asked
        }
      end
    end
  end
end
