# frozen_string_literal: true

module JustSeal
  module Web
    class Staff < Base
      # All of them at once: the list, and its CSV in both directions.
      module Lists
        extend RouteSet

        get "" do
          allow!(:see_rules)
          given = %w[find role unit state].to_h { |name| [name, text_param(name, most: 100).strip] }
          found = Queries::StaffList.page(given, after: params["after"])
          page = Pages::Staff::List.new(
            context,
            found,
            given: given,
            counts: Queries::StaffList.counts,
            bound: Queries::SecondSteps.of_all,
            slowed: Queries::SlowedSignIns.among(found.rows, at: office.now),
            units: Queries::Choices.units
          )
          show_page page
        end

        get "/all.csv" do
          allow!(:keep_staff)
          content_type :csv
          attachment "staff.csv"
          Queries::StaffList.csv
        end

        get("/import") { ask_file({}) }

        # What would change; the file comes back with the second form, so that nothing is kept meanwhile.
        post "/import" do
          text = upload(params["file"])[:bytes].force_encoding(Encoding::UTF_8)
          plan = Operations::ImportStaff.new.plan(actor, text: text)
          show_page Pages::Staff::Import.new(context, plan: plan, text: text)
        rescue Errors::Invalid => e
          status 422
          ask_file(Words.problems(e.problems))
        end

        post "/import/now" do
          Operations::ImportStaff.new.call(actor, text: params["text"].to_s, mark: text_param("mark", most: 64))
          redirect "/rules/staff"
        rescue Errors::Invalid => e
          status 422
          ask_file(Words.problems(e.problems))
        end

        private

        def ask_file(problems)
          allow!(:keep_staff)
          show_page Pages::Staff::Import.new(context, problems: problems), code: response.status
        end
      end
    end
  end
end
