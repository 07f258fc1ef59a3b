# frozen_string_literal: true

module JustSeal
  module Web
    # The signing room: a party proves, agrees, reads and acts. Nothing here needs an account; the link says who it is.
    class SigningRoom < Base
      include Uploads
      include QrCodes

      register Acts, Registry, Cards, Enrolment, Marks, Proofs

      TOKEN = /\A[A-Za-z0-9_-]{43}\z/

      # Looking whether a link is there, as mail scanners do, is no visit; nor is following it: coming in is a button.
      before { halt 200 if request.head? }

      get "/:token" do
        party = look
        docket = party.docket
        return ended(docket, party) unless acting?(docket, party)
        return take_on(docket, party) if party.group?
        return door(docket, party) unless here?(party)
        return prove(docket, party) if proof_wanted?(docket, party)
        return consent(docket, party) unless party.consent_version

        sign(docket, party)
      end

      post "/:token/enter" do
        look
        Operations::OpenRoom.call(params["token"], address: request.ip, client: client)
        redirect "/room/#{params["token"]}"
      end

      post "/:token/take-on" do
        Operations::TakeOn.call(params["token"], address: request.ip, client: client)
        Operations::OpenRoom.call(params["token"], address: request.ip, client: client)
        redirect "/room/#{params["token"]}"
      end

      post "/:token/pass-on" do
        name = text_param("name")
        Operations::PassOn.call(
          visitor(enter),
          name: name,
          email: text_param("email"),
          organisation: text_param("organisation")
        )
        show_page Pages::Room::PassedOn.new(context, name: name)
      rescue Errors::Invalid => e
        here_again("pass-on", e)
      end

      get "/:token/documents/:position" do
        bytes, = Operations::ViewDocument.call(visitor(enter), position: params["position"].to_i)
        content_type :pdf
        headers "cache-control" => "no-store", "content-disposition" => "inline"
        bytes
      end

      # A copy to read, where the sender allows it.
      get "/:token/copies/:position" do
        bytes, name = Operations::TakeCopy.call(visitor(enter), position: params["position"].to_i)
        content_type :pdf
        headers "cache-control" => "no-store"
        attachment name
        bytes
      end

      # The document as it will be.
      post "/:token/look/:position" do
        bytes = Operations::LookAtResult.call(visitor(enter), position: params["position"].to_i, **acting)
        content_type :pdf
        headers "cache-control" => "no-store"
        bytes
      end

      post "/:token/refuse" do
        Operations::RefuseDocket.call(visitor(enter), reason: text_param("reason"))
        redirect "/room/#{params["token"]}"
      rescue Errors::Invalid => e
        here_again("refuse", e)
      end

      private

      def find_party(prove:)
        raise Errors::Missing, :link_not_valid unless TOKEN.match?(params["token"].to_s)

        Operations::OpenRoom.call(params["token"], address: request.ip, client: client, prove: prove)
      end

      # The party of this link, which proves nothing yet.
      def look
        @look ||= find_party(prove: false)
      end

      # The party of this link that has come in by the button, in this visit.
      def enter
        return look if !acting?(look.docket, look) || look.group? || here?(look)

        raise Errors::Forbidden, :come_in_again
      end

      def here?(party) = Operations::OpenRoom.here?(party, link, at: office.now)
      def link = @link ||= Queries::Lookup.link(params["token"])

      # The member of staff on whose device this is, nil otherwise.
      def host = link && link[:method] == "in_person" ? Queries::Lookup.account(link.issued_by) : nil
      def standing(docket, party) = Queries::AssuranceStatus.new(docket, party, at: office.now)

      # Before the document is shown, if the rules want that; otherwise before acting.
      def proof_wanted?(docket, party) = standing(docket, party).then { |one| one.demand.prove_first && !one.enough? }
      def token = params["token"]

      def door(_docket, party) = room(Pages::Room::Door.new(context, party, token: token))

      def sign(docket, party, failed: {})
        page = Pages::Room::Sign.new(
          context,
          party,
          token: token,
          filling: Queries::DocketFilling.new(docket, party),
          status: standing(docket, party),
          before: Queries::DoneBefore.call(docket, party),
          draft: Operations::KeepDraft.kept(party),
          failed: failed
        )
        room page
      end

      # A dialog was refused: the page that it was on comes back with it open, and with what was typed.
      def here_again(dialog, refusal)
        status 422
        party = look.refresh
        failed = { dialog: dialog, problems: Words.problems(refusal.problems), typed: params }
        party.consent_version ? sign(party.docket, party, failed: failed) : consent(party.docket, party, failed: failed)
      end

      def hash(given) = given.is_a?(Hash) ? given : {}

      def visitor(party)
        Core::Actor.new(
          kind: "party",
          id: party.id,
          name: party.name,
          address: request.ip,
          client: client,
          host: host&.name
        )
      end

      def acting?(docket, party) = docket.state == "out" && Core::Dockets::States::MAY_ACT.include?(party.state)

      def consent(docket, party, failed: {})
        texts = Queries::ConsentTexts.languages(office.now, docket.class_codes)
        language = chosen_language(texts.keys)
        page = Pages::Room::Consent.new(
          context,
          party,
          token: token,
          text: texts.fetch(language),
          languages: texts.keys,
          failed: failed
        )
        room page
      end

      # The one that was asked for, or that the browser prefers, or the first.
      def chosen_language(languages)
        accepted = request.env["HTTP_ACCEPT_LANGUAGE"].to_s
        languages.find { |one| one == params["language"] } ||
          languages.find { |one| accepted.start_with?(one) } ||
          languages.first
      end

      def take_on(_docket, party)
        room Pages::Room::TakeOn.new(context, party, token: token, member: link.member)
      end

      def ended(_docket, party) = room(Pages::Room::Ended.new(context, party, token: token))

      def room(page)
        headers "cache-control" => "no-store"
        show_page page, code: response.status
      end
    end
  end
end
