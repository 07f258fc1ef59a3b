# frozen_string_literal: true

module JustSeal
  module Web
    class Api < Base
      # Circulations: drafted, started, stopped, and how far they are.
      module Circulations
        extend RouteSet

        get "/circulations" do
          scope!("read")
          page = Queries::CirculationList.new(account, state: said("state"), after: said("after")).page
          page_of(page.rows.map { |one| Queries::ApiShapes.circulation(one.circulation, one.counts) }, page.next_key)
        end

        get "/circulations/:number" do
          scope!("read")
          json circulation_shape(find_circulation)
        end

        # Of a record, to lines of people and units.
        post "/circulations" do
          scope!("write")
          once do
            draft = Operations::PrepareCirculation.call(actor, record: record_to_send, **said_of_circulation)
            [201, circulation_shape(draft), "/circulations/#{draft.number}"]
          end
        end

        post "/circulations/:number/start" do
          scope!("send")
          once { [200, circulation_shape(Operations::StartCirculation.call(actor, number: find_circulation.number))] }
        end

        post "/circulations/:number/stop" do
          scope!("send")
          number = find_circulation.number
          once { [200, circulation_shape(Operations::StartCirculation.new.stop(actor, number: number))] }
        end

        post "/circulations/:number/resume" do
          scope!("send")
          number = find_circulation.number
          once { [200, circulation_shape(Operations::StartCirculation.new.resume(actor, number: number))] }
        end

        # Who has not acted is asked no more.
        post "/circulations/:number/close" do
          scope!("send")
          number = find_circulation.number
          reason = given["reason"].to_s
          once { [200, circulation_shape(Operations::CloseCirculation.call(actor, number: number, reason: reason))] }
        end

        # Seals who has acted, as a record of its own.
        post "/circulations/:number/certify" do
          scope!("send")
          number = find_circulation.number
          once { [200, Queries::ApiShapes.record(Operations::CertifyCirculation.call(actor, number: number).record)] }
        end

        get "/circulations/:number/bundle" do
          scope!("read")
          bytes, name = Operations::ExportCirculation.call(actor, number: find_circulation.number)
          content_type Core::Bundle::Package::MIME
          attachment name
          bytes
        end

        private

        def find_circulation
          Queries::CirculationList.seen_by(account).first(number: params["number"]) ||
            raise(Errors::Missing.new(:no_circulation, number: params["number"]))
        end

        def circulation_shape(row)
          counts = Queries::CirculationProgress.counts_of([row.id]).fetch(row.id, {})
          Queries::ApiShapes.circulation(row.refresh, counts)
        end

        def said_of_circulation
          people = given["people"].is_a?(Array) ? given["people"].grep(String) : []
          units = given["units"].is_a?(Array) ? given["units"].grep(String) : []
          {
            choice: { "lines" => people.join("\n"), "units" => units },
            title: given["title"].to_s,
            message: given["message"].to_s,
            act: given.fetch("act", "acknowledge").to_s,
            due_days: given["due_days"].is_a?(Integer) ? given["due_days"] : nil
          }
        end
      end
    end
  end
end
