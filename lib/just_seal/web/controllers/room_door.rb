# frozen_string_literal: true

module JustSeal
  module Web
    # Behind a personal link: the button by which a party comes in. From then on it is in a visit of this browser, under
    # an address without the link's token.
    class RoomDoor < Base
      include VisitCookies
      include PartyLanguage

      TOKEN = /\A[A-Za-z0-9_-]{43}\z/

      # Looking whether a link is there, as mail scanners do, is no visit; nor is following it: coming in is a button.
      # Whoever signs reads no address of ours, and no name of a fault.
      error(Errors::Unavailable) { explain(503, :unavailable, Words.problem(:service_away)) }

      before do
        halt 200 if request.head?
        headers "cache-control" => "no-store"
      end

      get "/:token" do
        docket, link = look
        party = link.party
        return show_page Pages::Room::Ended.new(context, party, base: base) unless acting?(docket, party)
        return show_page Pages::Room::TakeOn.new(context, party, base: base, member: link.member) if party.group?

        visit = Queries::Lookup.open_visit(party, visit_secrets, at: office.now)
        return redirect("/visit/#{visit.handle}") if visit

        show_page Pages::Room::Door.new(context, party, base: base, language: params["language"])
      end

      post "/:token/enter" do
        come_in
      end

      post "/:token/take-on" do
        look
        Operations::TakeOn.call(token, **origin)
        come_in
      end

      private

      def token = params["token"].to_s
      def base = "/room/#{token}"

      def look
        raise Errors::Missing, :link_not_valid unless TOKEN.match?(token)

        found = Operations::OpenRoom.look(token)
        speak_to(found.last.party, asked: params["language"])
        found
      end

      def acting?(docket, party) = docket.state == "out" && Core::Dockets::States::MAY_ACT.include?(party.state)

      def come_in
        look
        visit, secret = Operations::OpenRoom.call(token, **origin, secrets: visit_secrets)
        return redirect(base) unless visit

        keep_visit(visit, secret) if secret
        language = params["language"]
        Operations::SpeakToParty.call(visit.actor(**origin), language: language) if Words::Languages.known?(language)
        redirect "/visit/#{visit.handle}"
      end
    end
  end
end
