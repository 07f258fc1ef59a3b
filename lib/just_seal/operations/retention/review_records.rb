# frozen_string_literal: true

module JustSeal
  module Operations
    # Decides what becomes of records that their schedules have looked at again: whether they are kept, and until when,
    # handed over or destroyed. What was decided can be decided anew until a list has it.
    class ReviewRecords < Operation
      MAX_REASON = 500
      MAX_RECORDS = 200
      # What is kept for longer is kept for good.
      MAX_YEARS = 100

      # +numbers+: of records; +outcome+: of Core::Retention::Review; +keep_until+: Date, after today, for "keep"; nil
      # for good; +because+: text; +seen+: id of the Store::RecordReview that is decided anew, nil where nobody has
      # decided yet. Returns [Store::RecordReview, ...]: all of them are decided, or none. Raises Errors::Invalid with
      # {field => problem}, Errors::Conflict for what is not to be looked at, is held, or was decided meanwhile.
      def call(actor, numbers:, outcome:, because:, keep_until: nil, seen: nil)
        allow!(actor, :dispose)
        because = because.strip
        refuse(numbers, outcome, keep_until, because)
        transaction do
          records = numbers.uniq.sort.map { |number| locked(actor, number) }
          HoldGate.pass(*records) unless outcome == "keep"
          dues = due_days(records, seen)
          said = { outcome: outcome, keep_until: keep_until, because: because }
          reviews = records.map { |record| decide(actor, record, due_on: dues.fetch(record), **said) }
          CountRetention.new.at_once(records)
          reviews
        end
      end

      private

      def locked(actor, number)
        record = Store::Record.locked(number)
        allow_record!(actor, record, :change)
        refuse_destroyed!(record)
        record
      end

      def refuse(numbers, outcome, keep_until, because)
        problems = {
          "records" => numbers_problem(numbers),
          "outcome" => (:choose_outcome unless Core::Retention::Review::OUTCOMES.include?(outcome)),
          "keep_until" => (day_problem(keep_until) if outcome == "keep" && keep_until),
          "because" => reason_problem(because)
        }.compact
        raise Errors::Invalid, problems unless problems.empty?
      end

      def numbers_problem(numbers)
        return :choose_records if numbers.empty?

        Core::Problem.new(:too_many_records, limit: MAX_RECORDS) if numbers.size > MAX_RECORDS
      end

      def day_problem(day)
        return :keep_until_past if day <= today

        Core::Problem.new(:keep_until_far, limit: MAX_YEARS) if day > today >> (MAX_YEARS * 12)
      end

      def reason_problem(because)
        return :say_why_reviewed if because.empty?

        Core::Problem.new(:too_long, limit: MAX_REASON) if because.length > MAX_REASON
      end

      # {record => Date on which it was to be looked at}
      def due_days(records, seen)
        refuse_listed(records)
        rules = Queries::RetentionRules.new(now)
        facts = Queries::RetentionFacts.new(office.zone).of(records)
        records.to_h do |record|
          schedule = rules.version(record.record_class_id)&.schedule
          due = schedule&.by_itself(facts.fetch(record.id))
          raise Errors::Conflict.new(:not_for_review, number: record.number) unless for_review?(due)

          refuse_decided(record, schedule.due(facts.fetch(record.id)), seen)
          [record, due.due_on]
        end
      end

      def for_review?(due) = due&.action == "review" && due.by?(today)

      # Nobody takes another's decision back without having seen it.
      def refuse_decided(record, due, seen)
        return if for_review?(due)
        return if seen && seen == Store::RecordReview.where(record_id: record.id).max(:id)

        raise Errors::Conflict.new(:reviewed_meanwhile, number: record.number)
      end

      # What is on a list is decided there.
      def refuse_listed(records)
        listed = Queries::OpenLists.open.where(record_id: records.map(&:id)).select_map(:record_id)
        record = records.find { |one| listed.include?(one.id) } or return
        raise Errors::Conflict.new(:on_list_now, number: record.number)
      end

      def decide(actor, record, outcome:, keep_until:, because:, due_on:)
        keep_until = nil unless outcome == "keep"
        facts = { "outcome" => outcome, "due_on" => due_on.iso8601, "because" => because }
        facts["keep_until"] = keep_until.iso8601 if keep_until
        record_event_on(record.number, "record.reviewed", actor, facts)
        Store::RecordReview.create(
          record_id: record.id,
          outcome: outcome,
          due_on: due_on,
          keep_until: keep_until,
          because: because,
          made_by: actor.id,
          made_at: now
        )
      end

      def today = @today ||= office.zone.to_local(now).to_date
    end
  end
end
