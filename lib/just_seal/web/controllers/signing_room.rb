# frozen_string_literal: true

module JustSeal
  module Web
    # The signing room: a party proves, agrees, reads and acts, in a visit of its own. Nothing here needs an account;
    # the cookie of the visit says who it is.
    class SigningRoom < Base
      include Uploads
      include QrCodes
      include VisitCookies
      include PartyLanguage

      HANDLE = /\A[A-Za-z0-9_-]{22}\z/

      register Acts, Registry, Cards, Enrolment, Marks, Proofs

      # Whoever signs reads no address of ours, and no name of a fault.
      error(Errors::Unavailable) { explain(503, :unavailable, Words.problem(:service_away)) }

      before do
        halt 200 if request.head?
        headers "cache-control" => "no-store"
      end

      get "/:handle" do
        return ended unless acting?
        return door unless here?
        return prove if proof_wanted?
        raise Errors::Conflict.new(:waits_for_paper, name: paper_first.party.name) if paper_first
        return show_page(Pages::Room::Paper.new(context, party, **place, copy: paper)) if paper
        return consent unless visit.consent_version

        sign
      end

      # In the same browser, after what was proved has grown old.
      post "/:handle/enter" do
        Operations::OpenRoom.new.again(visitor) if acting?
        redirect base
      end

      # Leaving forgets what was made here, and so it is asked first.
      get("/:handle/leave") { show_page Pages::Room::Leave.new(context, party, **place) }

      post "/:handle/leave" do
        Operations::LeaveRoom.call(visitor)
        response.delete_cookie("visit_#{visit.handle}", path: "/")
        show_page Pages::Room::Left.new(context, party, base: base)
      end

      # It would rather sign by pen; and here after all.
      post "/:handle/paper" do
        Operations::ChoosePaper.by_party(entered)
        redirect base
      end

      post "/:handle/paper/end" do
        Operations::EndPaper.by_party(entered)
        redirect base
      end

      get "/:handle/paper.pdf" do
        raise Errors::Missing, :no_paper_copy unless here? && acting? && paper

        content_type :pdf
        headers "content-disposition" => "inline; filename=\"#{paper.name.tr(" ", "-")}.pdf\""
        office.blobs.get(paper.pack_sha256)
      end

      post "/:handle/language" do
        Operations::SpeakToParty.call(entered, language: text_param("language", most: 10))
        redirect base
      end

      post "/:handle/pass-on" do
        name = text_param("name")
        Operations::PassOn.call(
          entered,
          name: name,
          email: text_param("email"),
          organisation: text_param("organisation")
        )
        show_page Pages::Room::PassedOn.new(context, name: name)
      rescue Errors::Invalid => e
        here_again("pass-on", e)
      end

      get "/:handle/documents/:position" do
        bytes, = Operations::ViewDocument.call(entered, position: params["position"].to_i)
        content_type :pdf
        headers "content-disposition" => "inline"
        bytes
      end

      # A copy to read, where the sender allows it.
      get "/:handle/copies/:position" do
        bytes, name = Operations::TakeCopy.call(entered, position: params["position"].to_i)
        content_type :pdf
        attachment name
        bytes
      end

      # The document as it will be.
      post "/:handle/look/:position" do
        bytes = Operations::LookAtResult.call(entered, position: params["position"].to_i, **acting)
        content_type :pdf
        bytes
      end

      post "/:handle/refuse" do
        Operations::RefuseDocket.call(entered, reason: text_param("reason"))
        redirect base
      rescue Errors::Invalid => e
        here_again("refuse", e)
      end

      private

      # The visit of this address, which is one of this browser.
      def visit
        @visit ||= begin
          raise Errors::Missing, :no_such_visit_here unless HANDLE.match?(params["handle"].to_s)

          found = Queries::Lookup.visit(params["handle"])
          raise Errors::Forbidden, :visit_elsewhere unless found && known_here?(found)

          speak_to(found.party)
          found.tap { |one| one.note_use(office.now) }
        end
      end

      def party = visit.party
      def docket = party.docket
      def base = "/visit/#{visit.handle}"
      def place = { base: base, visit: visit }
      def visitor = visit.actor(**origin)

      # The party in its visit, which it has come into by the button.
      def entered
        raise Errors::Forbidden, :come_in_again unless !acting? || here?

        visitor
      end

      # May the party act, in this visit?
      def acting?
        docket.state == "out" && Core::Dockets::States::MAY_ACT.include?(party.state) &&
          visit.usable?(office.now)
      end

      def paper = Queries::Lookup.paper_of(party)
      # Whose paper all others wait for.
      def paper_first = Queries::Lookup.paper_before(party)
      def here? = Operations::OpenRoom.here?(visit, at: office.now)
      def standing = Queries::AssuranceStatus.new(docket, party, at: office.now, visit: visit)

      # Before the document is shown, if the rules want that; otherwise before acting.
      def proof_wanted? = standing.then { |one| one.demand.prove_first && !one.enough? }

      def door = show_page(Pages::Room::Door.new(context, party, **place))

      # What there is to read when nothing is to be done. Who was replaced meanwhile is told no more than that.
      def ended
        taken = docket.state == "out" && Core::Dockets::States::MAY_ACT.include?(party.state)
        raise Errors::Forbidden, :visit_ended if taken

        show_page Pages::Room::Ended.new(context, party, **place), code: response.status
      end

      def sign(failed: {})
        page = Pages::Room::Sign.new(
          context,
          party,
          **place,
          filling: Queries::DocketFilling.new(docket, party, visit: visit),
          status: standing,
          before: Queries::DoneBefore.call(docket, party),
          draft: Operations::KeepDraft.kept(visit),
          failed: failed
        )
        show_page page, code: response.status
      end

      # A dialog was refused: the page that it was on comes back with it open, and with what was typed.
      def here_again(dialog, refusal)
        status 422
        failed = { dialog: dialog, problems: Words.problems(refusal.problems), typed: params }
        visit.consent_version ? sign(failed: failed) : consent(failed: failed)
      end

      def hash(given) = given.is_a?(Hash) ? given : {}

      def consent(failed: {})
        texts = Queries::ConsentTexts.languages(office.now, docket.class_codes)
        page = Pages::Room::Consent.new(
          context,
          party,
          **place,
          text: texts.fetch(chosen_language(texts.keys)),
          languages: texts.keys,
          failed: failed
        )
        show_page page, code: response.status
      end

      # The one that was asked for, or that the party is spoken to in, or that the browser prefers, or the first.
      def chosen_language(languages)
        accepted = request.env["HTTP_ACCEPT_LANGUAGE"].to_s
        [params["language"], party.language].find { |one| languages.include?(one) } ||
          languages.find { |one| accepted.start_with?(one) } ||
          languages.first
      end

      # What was read of the visit before something was done in it.
      def reread
        @visit = nil
        visit
      end
    end
  end
end
