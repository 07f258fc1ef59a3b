# frozen_string_literal: true

module JustSeal
  module Web
    class Records < Base
      # A record is taken for revision, freed, and brought back.
      module Revisions
        extend RouteSet

        get "/:number/difference" do
          record = find(params["number"])
          before, after = %w[from to].map { |name| version_of(record, params[name]) }
          raise Errors::Missing, :only_pdfs_compared unless before.pdf? && after.pdf?

          texts = [before, after].map { |version| office.text.pages(office.blobs.get(version.sha256)) }
          show_page Pages::Records::Difference.new(
            context,
            record,
            before: before,
            after: after,
            pages: Core::Filing::TextDifference.call(*texts)
          )
        end

        post "/:number/read-scan" do
          Operations::ReadScan.new.ask(actor, number: find(params["number"]).number)
          redirect "/records/#{params["number"]}"
        end

        post "/:number/archival" do
          Operations::MakeArchival.call(actor, number: find(params["number"]).number)
          redirect "/records/#{params["number"]}"
        end

        post "/:number/take" do
          Operations::TakeForRevision.call(actor, number: find(params["number"]).number)
          redirect "/records/#{params["number"]}"
        end

        post "/:number/free" do
          Operations::FreeRecord.call(actor, number: find(params["number"]).number)
          redirect "/records/#{params["number"]}"
        end

        post "/:number/bring-back" do
          Operations::BringBack.call(
            actor,
            number: find(params["number"]).number,
            why: text_param("why"),
            **upload(params["file"])
          )
          redirect "/records/#{params["number"]}"
        rescue Errors::Invalid => e
          status 422
          show(find(params["number"]), Words.problems(e.problems), why: text_param("why"))
        end

        # What came back and can't be taken as it is: flattened, tried again, or left out.
        post "/:number/coming-back" do
          file = find(params["number"]).coming_back || raise(Errors::Missing, :nothing_comes_back)
          step = params["then"]
          if step == "leave"
            Operations::LeaveOut.call(
              actor,
              intake_id: file.intake_id
            )
          else
            Operations::LookAgain.call(
              actor,
              intake_id: file.intake_id,
              file_id: file.id,
              flatten: step == "flatten"
            )
          end
          redirect "/records/#{params["number"]}"
        end
      end
    end
  end
end
