# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # Where a draft is filled in and signed.
      module Fields
        extend RouteSet

        get "/:number/fields" do
          docket = draft
          show_page Pages::Dockets::Fields.new(
            context,
            docket,
            documents: docket.to_sign,
            fields: places(docket),
            points: points(docket),
            token: csrf_token("/dockets/#{docket.number}/fields"),
            sets: Queries::FieldSets.live
          )
        end

        get "/:number/proposals" do
          content_type :json
          JSON.generate(Queries::DocketProposals.call(draft))
        end

        post "/:number/fields" do
          body = json_body
          faults = []
          place = { number: params["number"], edits: body["edits"] }
          docket = Operations::PlaceFields.call(actor, fields: body["fields"], **place) do |index, problem|
            faults << [index, problem]
          end
          content_type :json
          JSON.generate(
            "edits" => docket.edits,
            "faults" => faults.map { |index, problem| [index, Words.problem(problem)] },
            "names" => docket.field_names,
            "readiness" => points(docket).map { |point| readiness_for_script(point, docket) }
          )
        end

        # What the newest version would make of the fields, before it does.
        get "/:number/newest" do
          docket = draft
          document = docket.documents.find { |one| one.position == params["position"].to_i }
          raise Errors::Missing.new(:no_such_document_of, number: docket.number) unless document

          plan = Queries::VersionPlan.new(document)
          raise Errors::Conflict.new(:newest_already, number: docket.number) if plan.newest?

          show_page Pages::Dockets::Newest.new(context, docket, plan: plan)
        end

        post "/:number/newest" do
          Operations::TakeNewestVersion.call(
            actor,
            number: params["number"],
            position: params["position"].to_i,
            version: params["version"].to_i
          )
          redirect "/dockets/#{params["number"]}/fields"
        end
      end
    end
  end
end
