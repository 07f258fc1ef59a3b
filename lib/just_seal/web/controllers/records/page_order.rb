# frozen_string_literal: true

module JustSeal
  module Web
    class Records < Base
      # The pages of a record are put in order, joined, or taken apart.
      module PageOrder
        extend RouteSet

        get "/:number/pages" do
          allow!(:capture)
          arrange_page(find(params["number"]), {})
        end

        post "/:number/pages" do
          record = find(params["number"])
          if params["then"] == "apart"
            one = Operations::ArrangePages.new.apart(
              actor,
              number: record.number,
              places: listed("chosen"),
              title: text_param("title")
            )
            return redirect "/records/#{one.number}"
          end

          Operations::ArrangePages.call(actor, number: record.number, places: listed("places"))
          redirect "/records/#{record.number}"
        rescue Errors::Invalid => e
          arrange_page(record, Words.problems(e.problems), code: 422)
        rescue Errors::Conflict => e
          arrange_page(record, { "conflict" => Words.problem(e) }, code: 409)
        end

        private

        def listed(name)
          JSON.parse(params[name].to_s)
        rescue JSON::ParserError
          []
        end

        # The newest version that can be worked with, and that of the record that is to be joined.
        def arrange_page(record, problems, code: 200)
          joined = text_param("with", most: 40).strip
          records = [record, *(find(joined) unless joined.empty?)]
          papers = records.map { |one| [one, Queries::Versions.working(one)] }
          raise Errors::Missing, :only_pdfs_read unless papers.all?(&:last)

          page = Pages::Records::Arrange.new(
            context,
            record,
            papers: papers,
            title: params["title"],
            problems: problems
          )
          show_page page, code: code
        end
      end
    end
  end
end
