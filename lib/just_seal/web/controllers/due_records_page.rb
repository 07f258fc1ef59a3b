# frozen_string_literal: true

module JustSeal
  module Web
    # What falls due when, among the Records.
    class DueRecordsPage < Base
      helpers Paths

      get("") { show }

      post "/review" do
        Operations::ReviewRecords.call(actor, **reviewed.said)
        redirect due_records_path(**narrowing)
      rescue Errors::Invalid => e
        show(reviewed, problems: Words.problems(e.problems), code: 422)
      rescue Errors::Conflict => e
        show(reviewed, problems: { "records" => Words.problem(e) }, code: 409)
      end

      private

      def reviewed = @reviewed ||= ReviewForm.new(params, numbers: Array(params["records"]).grep(String))

      # Where on the list somebody is.
      def narrowing
        [*Queries::DueRecords::NAMES, "after"].to_h { |name| [name.to_sym, text_param(name, most: 40)] }
          .reject { |_, text| text.empty? }
      end

      def show(reviewed = nil, problems: {}, code: 200)
        allow!(:see_rules)
        due = Queries::DueRecords.new(params, sight: sight, today: office.zone.to_local(office.now).to_date)
        page = Pages::DueRecords::List.new(
          context,
          due,
          due.page(after: params["after"]),
          classes: Queries::Choices.classes,
          narrowing: narrowing,
          reviewed: reviewed,
          problems: problems
        )
        show_page(page, code: code)
      end
    end
  end
end
