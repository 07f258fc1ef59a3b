# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Inquiries
        # What auditors asked.
        class List < Page
          attr_reader :found

          # +found+: Queries::Page of Store::Inquiry; +counts+: [how many are open, how many of them overdue], of all.
          def initialize(context, found, counts:)
            super(context)
            @found = found
            @counts = counts
          end

          def place = :evidence
          def opens? = may?(:inquire)
          def open = counted("inquiry", @counts.first)
          def overdue = @counts.last
          def overdue_words = overdue.zero? ? t(".none") : number(overdue)
          def overdue?(row) = row.open? && row.due_on < local(now).to_date
          def question(row) = shortened(row.question, 160)
          def state_tone(row) = overdue?(row) ? "late strong" : "out strong"
          def state_words(row) = overdue?(row) ? t(".open_overdue") : t(".open")
          def new_path = inquiry_path("new")
          def older_path = inquiries_path(after: found.next_key)
        end
      end
    end
  end
end
