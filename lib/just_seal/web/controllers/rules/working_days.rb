# frozen_string_literal: true

module JustSeal
  module Web
    class Rules < Base
      # Days on which the office is closed.
      module WorkingDays
        extend RouteSet

        get "/working-days" do
          working_days({})
        end

        post "/working-days" do
          Operations::KeepHoliday.call(actor, text: text_param("day"), title: text_param("title"))
          redirect "/rules/working-days"
        rescue Errors::Invalid => e
          status 422
          working_days(Words.problems(e.problems))
        end

        post "/working-days/forget" do
          Operations::KeepHoliday.new.forget(actor, text: text_param("day"))
          redirect "/rules/working-days"
        end

        private

        def working_days(problems)
          days = Queries::Holidays.since(Date.today - 365)
          page = Pages::Rules::WorkingDays.new(context, days, typed: params, problems: problems)
          show_page page, code: response.status
        end
      end
    end
  end
end
