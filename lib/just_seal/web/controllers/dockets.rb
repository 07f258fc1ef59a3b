# frozen_string_literal: true

module JustSeal
  module Web
    # The Dockets: preparing, checking, sending, keeping track.
    class Dockets < Base
      include VisitCookies
      include Uploads

      helpers Speech, Paths, ReadinessWords, ReadingMarks
      register Documents, Reading, Rehearsing, Parties, Fields, Templating, Steering, Papers

      get "" do
        given = %w[state find class mine waits].to_h { |name| [name, text_param(name, most: 100).strip] }
        given.reject! { |_, value| value.empty? }
        found = Queries::DocketList.new(
          sight: sight,
          state: given["state"],
          find: given["find"],
          class_code: given["class"],
          owner_id: (account.id if given["mine"]),
          waits: given["waits"],
          person_id: account.id,
          after: params["after"]
        ).page
        show_page Pages::Dockets::List.new(
          context,
          found,
          given: given,
          counts: Queries::DocketList.counts(sight),
          classes: Queries::Choices.classes
        )
      end

      get "/:number" do
        show_docket
      end

      # Its deadline, for a calendar.
      get "/:number/deadline.ics" do
        docket = find
        unless docket.deadline && docket.ended_at.nil?
          raise Errors::Missing.new(
            :no_deadline_there,
            number: docket.number
          )
        end

        content_type DeadlineCalendar::MIME
        attachment "#{docket.number}.ics"
        DeadlineCalendar.of([docket], office: office, now: office.now)
      end

      # Changes with every entry of the docket, and with every edit of a draft.
      get "/:number/mark" do
        content_type :text
        mark(find.number)
      end

      get "/:number/files/:id" do
        file_name, bytes = Operations::HandOutFile.call(actor, number: params["number"], id: params["id"].to_i)
        content_type "application/octet-stream"
        attachment(file_name)
        bytes
      end

      # What these places were called before: mails and bookmarks may still say so.
      { who: :parties, where: :fields }.each do |before, step|
        get("/:number/#{before}") { redirect docket_step_path(find, step), 301 }
      end

      get "/:number/check" do
        docket = draft
        show_page Pages::Dockets::Check.new(
          context,
          Queries::DocketOverview.new(docket, now: office.now),
          fields: places(docket),
          points: points(docket)
        )
      end

      post "/:number/send" do
        docket = Operations::SendDocket.call(actor, number: params["number"])
        redirect "/dockets/#{docket.number}"
      end

      post "/:number/copy" do
        docket = Operations::CopyDocket.call(actor, number: find.number)
        redirect "/dockets/#{docket.number}/parties"
      end

      # Everything that proves a sealed docket, in one file.
      get "/:number/bundle" do
        bytes, name = Operations::ExportBundle.call(actor, number: find.number)
        content_type Core::Bundle::Package::MIME
        attachment name
        bytes
      end

      # The proof that one entry is in the newest checkpoint that covers it.
      get "/:number/entries/:seq/proof" do
        content_type :json
        attachment "#{find.number} entry #{params["seq"].to_i} proof.json"
        JSON.pretty_generate(Queries::LedgerProof.entry(find.number, params["seq"].to_i))
      end

      post "/:number/enter" do
        token = Operations::EnterByAccount.call(
          actor,
          number: params["number"],
          factors: session["second_step"] == "done" && !session["vouched"] ? 2 : 1,
          vouched: rodauth.vouched
        )
        visit, secret = Operations::OpenRoom.call(
          token,
          **origin,
          secrets: visit_secrets
        )
        keep_visit(visit, secret) if secret
        redirect(visit ? "/visit/#{visit.handle}" : "/room/#{token}")
      end

      private

      def show_docket(code: 200, failed: {})
        told = mark(params["number"]) # before the rest is read: what changes in between is noticed
        docket = find
        show_page(
          Pages::Dockets::Show.new(
            context,
            Queries::DocketOverview.new(docket, now: office.now),
            mark: told,
            sight: sight,
            wait: Queries::SealingWait.of(docket, office: office),
            staff: Queries::Choices.staff,
            failed: failed
          ),
          code: code
        )
      end

      def find
        sight.dockets.first(number: params["number"]) || raise(
          Errors::Missing.new(:no_docket_listed, number: params["number"])
        )
      end

      def draft
        allow!(:prepare)
        find.tap do |docket|
          raise Errors::Conflict.new(:not_a_draft_any_more, number: docket.number) unless docket.state == "draft"
        end
      end

      # The fields of a draft as the browser wants them.
      def places(docket)
        docket.spots.map do |spot|
          spot.to_h.slice(:document, :name, :kind, :party, :page, :x, :y, :width, :height, :key, :settings, :anchor)
        end
      end

      def points(docket) = Queries::DocketReadiness.call(docket, now: office.now)
      def mark(number) = Queries::LiveMarks.docket(number)
    end
  end
end
