# frozen_string_literal: true

module JustSeal
  module Web
    # What falls due when, among the Records.
    class DueRecordsPage < Base
      get "" do
        allow!(:see_rules)
        due = Queries::DueRecords.new(params, sight: sight, today: office.zone.to_local(office.now).to_date)
        show_page Pages::DueRecords::List.new(
          context,
          due,
          due.page(after: params["after"]),
          classes: Queries::Choices.classes
        )
      end
    end
  end
end
