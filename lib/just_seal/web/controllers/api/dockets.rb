# frozen_string_literal: true

module JustSeal
  module Web
    class Api < Base
      # Dockets: found, prepared, sent, steered, and what comes of them.
      module Dockets
        extend RouteSet

        get "/dockets" do
          scope!("read")
          asked = { state: said("state"), find: said("find"), class_code: said("class"), after: said("after") }
          page = Queries::DocketList.new(sight: sight, **asked).page
          page_of(Queries::ApiShapes.dockets(page.rows), page.next_key)
        end

        get "/dockets/:number" do
          scope!("read")
          docket = find_docket
          headers "etag" => tag(docket.edits)
          json shape(docket)
        end

        post "/dockets" do
          scope!("write")
          once do
            docket = given["template"] ? by_template : by_hand
            [201, shape(docket), "/dockets/#{docket.number}"]
          end
        end

        # Says anew what is to change of a draft; parties and fields each as a whole.
        patch "/dockets/:number" do
          scope!("write")
          docket = find_docket
          edits = expected_edits
          once do
            said = ApiDocket.new(given, office).values
            [200, shape(Operations::ChangeDraft.call(actor, number: docket.number, edits: edits, **said))]
          end
        end

        # Puts the newest version of a record in the place of the one that the draft began with.
        post "/dockets/:number/newest" do
          scope!("write")
          once do
            position = given.fetch("document", 1).to_i
            number = find_docket.number
            [200, shape(Operations::TakeNewestVersion.call(actor, number: number, position: position))]
          end
        end

        get "/dockets/:number/fields" do
          scope!("read")
          page_of(Queries::ApiShapes.fields(find_docket), nil)
        end

        # What parties brought because a field asked for it.
        get "/dockets/:number/files" do
          scope!("read")
          brought = Queries::DocketOverview.new(find_docket, now: office.now).files
          page_of(brought.map { |party, file| Queries::ApiShapes.file(party, file) }, nil)
        end

        get "/dockets/:number/files/:id" do
          scope!("read")
          name, bytes = Operations::HandOutFile.call(actor, number: params["number"], id: params["id"].to_i)
          content_type "application/octet-stream"
          attachment name
          bytes
        end

        post "/dockets/:number/send" do
          scope!("send")
          once { [200, shape(Operations::SendDocket.call(actor, number: find_docket.number))] }
        end

        post "/dockets/:number/remind" do
          scope!("send")
          once do
            docket = find_docket
            Operations::RemindParty.call(actor, number: docket.number, letter: given["party"].to_s)
            [200, shape(docket.refresh)]
          end
        end

        post "/dockets/:number/withdraw" do
          scope!("send")
          once do
            docket = find_docket
            Operations::WithdrawDocket.call(actor, number: docket.number, reason: given["reason"].to_s)
            [200, shape(docket.refresh)]
          end
        end

        post "/dockets/:number/deadline" do
          scope!("send")
          once do
            time = ApiDocket.new(given.slice("deadline"), office).deadline
            [200, shape(Operations::ChangeDeadline.call(actor, number: find_docket.number, deadline: time))]
          end
        end

        # Puts somebody else in the place of a party, or corrects an address.
        post "/dockets/:number/parties/:letter" do
          scope!("send")
          once do
            docket = find_docket
            said = given.slice("name", "email", "organisation", "telephone").transform_values(&:to_s)
            letter = params["letter"].to_s
            Operations::ReplaceParty.call(actor, number: docket.number, letter: letter, **said.transform_keys(&:to_sym))
            [200, shape(docket)]
          end
        end

        # What is wrong with a draft, before it is sent.
        get "/dockets/:number/readiness" do
          scope!("read")
          points = Queries::DocketReadiness.call(find_docket, now: office.now)
          told = points.map do |one|
            { "reason" => one.reason.to_s, "blocks" => one.blocks, "party" => one.party }.compact
          end
          json "ready" => Core::Dockets::Readiness.ready?(points), "points" => told
        end

        get "/dockets/:number/bundle" do
          scope!("read")
          bytes, name = Operations::ExportBundle.call(actor, number: find_docket.number)
          content_type Core::Bundle::Package::MIME
          attachment name
          bytes
        end

        private

        def find_docket
          sight.dockets.first(number: params["number"]) || raise(
            Errors::Missing.new(:no_docket_listed, number: params["number"])
          )
        end

        def by_hand
          Operations::PrepareDocket.call(actor, record: record_to_send, **ApiDocket.new(given, office).values)
        end

        # Of a docket template: its first document is the record, or one that it makes.
        def by_template
          template = Queries::DocketTemplates.numbered(account, given["template"].to_s)
          raise Errors::Invalid, { "template" => :not_known_here } unless template&.used?

          Operations::UseTemplate.call(actor, template: template, answers: ApiDocket.answers(given))
        end

        def record_to_send
          sight.records.first(number: given["record"].to_s) || raise(Errors::Invalid, { "record" => :not_known_here })
        end

        def shape(docket)
          docket = sight.dockets.first(number: docket.number)
          whole = Queries::ApiShapes.docket(docket, docket.parties)
          whole.merge("documents" => Queries::ApiShapes.documents(docket))
        end
      end
    end
  end
end
