# frozen_string_literal: true

module JustSeal
  module Web
    class Records < Base
      # That a record takes the place of another, and what is left of one that was destroyed.
      module Keeping
        extend RouteSet

        post "/:number/superseded" do
          Operations::SupersedeRecord.call(actor, number: find(params["number"]).number, by: text_param("by", most: 40))
          redirect "/records/#{params["number"]}#keeping"
        rescue Errors::Invalid => e
          show(find(params["number"]), Words.problems(e.problems))
        end

        post "/:number/superseded-not" do
          Operations::SupersedeRecord.new.take_back(actor, number: find(params["number"]).number)
          redirect "/records/#{params["number"]}#keeping"
        end

        post "/:number/reviewed" do
          reviewed = ReviewForm.new(params, numbers: [find(params["number"]).number])
          Operations::ReviewRecords.call(actor, **reviewed.said)
          redirect "/records/#{params["number"]}#keeping"
        rescue Errors::Invalid => e
          show(find(params["number"]), Words.problems(e.problems), reviewed: reviewed)
        rescue Errors::Conflict => e
          show(find(params["number"]), { "records" => Words.problem(e) }, reviewed: reviewed)
        end

        get "/:number/stub.asice" do
          bytes, name = Operations::ExportStub.call(actor, number: find(params["number"]).number)
          content_type "application/vnd.etsi.asic-e+zip"
          attachment name
          bytes
        end

        # The package that it came in.
        get "/:number/package.zip" do
          record = find(params["number"])
          bytes = Operations::HandOutPackage.new.taken(actor, record)
          content_type "application/zip"
          attachment "#{record.number} package.zip"
          bytes
        end
      end
    end
  end
end
