# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module DueRecords
        # What falls due when: a drawing of the years, and the records of one.
        class List < Page
          include RetentionWords

          attr_reader :due, :found, :problems

          # +due+: Queries::DueRecords; +found+: its Page; +classes+: Store::RecordClass, ...; +narrowing+: what the
          # address says; +reviewed+: ReviewForm that was refused, with its +problems+.
          def initialize(context, due, found, classes:, narrowing: {}, reviewed: nil, problems: {})
            super(context)
            @due = due
            @found = found
            @classes = classes
            @narrowing = narrowing
            @reviewed = reviewed
            @problems = problems
          end

          def place = :records
          def scripts = reviews? ? %w[components/tick_all] : []
          def given = due.given
          def overdue = counted("record", due.overdue_count)
          def overdue? = due.overdue_count.positive?
          def years = due.years
          def chart_years = years.first(MAX_YEARS)
          def later = years.drop(MAX_YEARS).sum(&:count)
          MAX_YEARS = 30

          def classes = [["", t(".every_class")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]

          def actions
            [["", t(".every_action")], *Queries::DueRecords::ACTIONS.map { |one| [one, t(".actions.#{one}")] }]
          end

          def year_choices
            [["", t(".every_year")], *years.map { |one| [one.year, "#{one.year} (#{number(one.count)})"] }]
          end

          # [[what without a day waits for, how many], ...]
          def waiting
            due.waiting.sort_by { |_, count| -count }.map do |what, count|
              words = what == "keep" ? t("retention.actions.keep") : t("retention.waits.#{what}")
              [words, counted("record", count)]
            end
          end

          def stale = due.stale_count.positive? ? t(".stale", records: counted("record", due.stale_count)) : nil

          # Does this person decide what becomes of any that are shown?
          def reviews? = may?(:dispose) && found.rows.any? { |row| for_review?(row) }
          def for_review?(row) = row.action == "review" && past?(row) && row.list.nil?

          # [path, number, words] of the list that has it and of what holds it, for those who may look there.
          def beside(row)
            return [] unless may?(:see_disposals)

            held = row.holds.map { |hold| [hold_path(hold), hold.number, t(".held_by")] }
            row.list ? [[list_path(row.list.number), row.list.number, t(".on_list")], *held] : held
          end

          def chosen?(row) = @reviewed ? @reviewed.numbers.include?(row.record.number) : false
          def typed = @reviewed ? @reviewed.typed : {}
          def review_path = review_records_path(**@narrowing)
          def past?(row) = row.due_on <= local(context.now).to_date
          def tone(row) = past?(row) ? "late" : "faded"
          def older_path = found.next_key && due_records_path(**given.transform_keys(&:to_sym), after: found.next_key)
        end
      end
    end
  end
end
