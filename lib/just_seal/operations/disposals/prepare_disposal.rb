# frozen_string_literal: true

module JustSeal
  module Operations
    # Lists what has fallen due to be destroyed, for people to look at line by line. What another list has already is
    # left out.
    class PrepareDisposal < Operation
      MAX_LINES = 20_000
      MAX_TITLE = 200
      BATCH = 500

      # +due_by+: Date, not in the future; +record_class+: row, with all beneath it, nil for every class;
      # +certificate_class+, +certificate_file+: rows, where the certificate is filed and as what. Returns the
      # Store::Disposal. Raises Errors::Invalid with {field => problem}, also where nothing is due.
      def call(actor, title:, due_by:, certificate_class:, certificate_file:, record_class: nil)
        allow!(actor, :dispose)
        title = Core::Filing::SafeName.line(title)
        refuse(title, due_by, certificate_class, certificate_file)
        transaction do
          disposal = Store::Disposal.create(
            number: number,
            title: title,
            due_by: due_by,
            record_class_id: record_class&.id,
            state: "review",
            certificate_class_id: certificate_class.id,
            certificate_file_id: certificate_file.id,
            made_by: actor.id,
            made_at: now
          )
          count = list(disposal)
          raise Errors::Invalid, { "due_by" => :nothing_due } if count.zero?

          record_event_on(disposal.number, "disposal.prepared", actor, told(disposal, count))
          disposal
        end
      end

      private

      def refuse(title, due_by, record_class, case_file)
        problems = {}
        problems["title"] = :disposal_unnamed unless title.length.between?(1, MAX_TITLE)
        problems["due_by"] = :no_such_day unless due_by
        problems["due_by"] = :due_in_future if due_by && due_by > today
        problems["certificate_class"] = class_problem(record_class)
        problems["certificate_file"] = file_problem(case_file)
        problems.compact!
        raise Errors::Invalid, problems unless problems.empty?
      end

      # Nobody would be asked for particulars when the job files it.
      def class_problem(row)
        return :choose_certificate_class unless row

        :certificate_class_asks if row.particulars.to_a.any? { |item| item["required"] }
      end

      def file_problem(row)
        return :choose_case_file unless row

        Core::Problem.new(:case_file_closed, code: row.code) if row.closed_at
      end

      def today = @today ||= office.zone.to_local(now).to_date

      def number
        format("D-%d-%04d", today.year, Store::Counters.next("disposal:#{today.year}"))
      end

      def told(disposal, count)
        facts = { "title" => disposal.title, "due_by" => disposal.due_by.iso8601, "lines" => count }
        facts["class"] = disposal.record_class.code if disposal.record_class
        facts
      end

      # Counted anew, and not by what was counted last.
      def list(disposal)
        rules = Queries::RetentionRules.new(now)
        dates = Queries::RetentionFacts.new(office.zone)
        ids = candidates(disposal)
        ids.each_slice(BATCH).sum do |some|
          records = Store::Record.where(id: some).there.order(:id).all
          facts = dates.of(records)
          rows = records.filter_map { |record| line(disposal, record, rules, facts.fetch(record.id)) }
          db[:disposal_lines].multi_insert(rows)
          rows.size
        end
      end

      def candidates(disposal)
        listed = Store::DisposalLine.where(
          disposal_id: Store::Disposal.where(
            state: %w[
              review
              approval
              running
            ]
          ).select(:id)
        )
        due = db[:retentions].where(action: "destroy").where(Sequel[:due_on] <= disposal.due_by)
        if disposal.record_class_id
          due = due.where(record_class_id: Store::RecordClass.beneath([disposal.record_class_id]))
        end
        due.exclude(record_id: listed.select(:record_id)).order(
          :due_on,
          :record_id
        ).limit(MAX_LINES).select_map(:record_id)
      end

      def line(disposal, record, rules, facts)
        version = rules.version(record.record_class_id) or return
        due = version.schedule.due(facts)
        return unless due.action == "destroy" && due.by?(disposal.due_by)

        {
          disposal_id: disposal.id,
          record_id: record.id,
          due_on: due.due_on,
          basis: Sequel.pg_jsonb(Queries::DisposalBasis.call(version, rules.record_class(version.record_class_id), due))
        }
      end
    end
  end
end
