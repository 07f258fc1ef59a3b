# frozen_string_literal: true

require "rqrcode"

module JustSeal
  module Web
    # The signing room: a party proves, agrees, reads and acts. Nothing here needs an account; the link says who it is.
    class SigningRoom < Base
      include Uploads

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

        room :"room/sign", docket, party, documents: docket.documents, parties: docket.parties, filling: Queries::DocketFilling.new(docket, party), standing: standing(docket, party)
      end

      post "/:token/enter" do
        look
        Operations::OpenRoom.call(params["token"], address: request.ip, client: client)
        redirect "/room/#{params['token']}"
      end

      # What is still to be proved, at any time before acting.
      get "/:token/prove" do
        party = enter
        prove(party.docket, party)
      end

      post "/:token/code" do
        method = params["method"] == "text_code" ? "text_code" : "mail_code"
        Operations::AskCode.call(visitor(enter), method: method)
        redirect "/room/#{params['token']}/prove?sent=#{method}"
      rescue Errors::Conflict => e
        status 409
        prove(@party.docket, @party, problem: e.message)
      end

      post "/:token/prove/code" do
        proved(Operations::ProveByCode.call(visitor(enter), code: text_param("code", most: 40), method: params["method"] == "text_code" ? "text_code" : "mail_code"), Operations::ProveByCode::WRONG)
      end

      post "/:token/prove/app" do
        proved(Operations::ProveByApp.call(visitor(enter), code: text_param("code", most: 40)), Operations::ProveByApp::WRONG)
      end

      # Enrolling an app: its secret is shown once, and bound when its code is right.
      post "/:token/app" do
        party = enter
        app_page(party, Operations::EnrolApp.new.begin(visitor(party)))
      end

      post "/:token/app/confirm" do
        party = enter
        right = Operations::EnrolApp.new.confirm(visitor(party), code: text_param("code", most: 40))
        status 422 unless right
        prove(party.docket, party.refresh, problem: ("That was not the code that the app shows. Begin again." unless right))
      end

      post "/:token/prove/phrase" do
        proved(Operations::ProveByPhrase.call(visitor(enter), phrase: text_param("phrase", most: 500)), Operations::ProveByPhrase::WRONG)
      end

      post "/:token/take-on" do
        Operations::TakeOn.call(params["token"], address: request.ip, client: client)
        Operations::OpenRoom.call(params["token"], address: request.ip, client: client)
        redirect "/room/#{params['token']}"
      end

      post "/:token/pass-on" do
        Operations::PassOn.call(visitor(enter), name: text_param("name"), email: text_param("email"), organisation: text_param("organisation"))
        explain(200, "You have passed it on", "#{text_param('name')} gets an invitation now, and the sender is told. This link has served its purpose.")
      end

      get "/:token/documents/:position" do
        bytes, = Operations::ViewDocument.call(visitor(enter), position: params["position"].to_i)
        content_type :pdf
        headers "cache-control" => "no-store", "content-disposition" => "inline"
        bytes
      end

      # A copy to read, where the sender allows it.
      get "/:token/copies/:position" do
        party = enter
        bytes, = Operations::ViewDocument.call(visitor(party), position: params["position"].to_i)
        options = party.docket.options
        raise Errors::Forbidden, "Copies are handed out when all is sealed." unless options["download"]

        content_type :pdf
        attachment "#{party.docket.number} not sealed.pdf"
        options["mark"] ? Core::Pdf::UnsealedCopy.call(bytes, note: "#{party.docket.number}, copy for #{party.name}", faces: office.faces) : bytes
      end

      post "/:token/typed" do
        told Operations::SaveTyped.call(visitor(enter), typed: texts(json_body["typed"]))
      end

      post "/:token/files" do
        Operations::BringFile.call(visitor(enter), slot: text_param("slot"), **upload(params["file"]))
        told Operations::SaveTyped.call(visitor(enter), typed: {})
      end

      post "/:token/consent" do
        Operations::ConsentToSigning.call(visitor(enter), version: params["version"].to_i)
        redirect "/room/#{params['token']}"
      end

      post "/:token/act" do
        body = json_body(most: 2_000_000)
        seen = body["seen"].is_a?(Hash) ? body["seen"].transform_keys(&:to_i) : {}
        Operations::ActOnDocket.call(visitor(enter), seen: seen, mark: body["mark"], initials: body["initials"], typed: texts(body["typed"]), pages: body["pages"].is_a?(Hash) ? body["pages"].transform_keys(&:to_i) : {})
        content_type :json
        JSON.generate("done" => true)
      end

      post "/:token/refuse" do
        Operations::RefuseDocket.call(visitor(enter), reason: text_param("reason"))
        redirect "/room/#{params['token']}"
      end

      private

      def find_party(prove:)
        raise Errors::Missing,
          "This link is not valid. Open it from the mail again, whole; or ask who sent it for a new one." unless TOKEN.match?(params["token"].to_s)

        Operations::OpenRoom.call(params["token"], address: request.ip, client: client, prove: prove)
      end

      # The party of this link, which proves nothing yet.
      def look = @party ||= find_party(prove: false)

      # The party of this link that has come in by the button, in this visit.
      def enter
        return look if !acting?(look.docket, look) || look.group? || here?(look)

        raise Errors::Forbidden, "Open your link again, and come in by the button: you were away for a while."
      end

      def here?(party) = Operations::OpenRoom.here?(party, at: office.now)
      def standing(docket, party) = Queries::Standing.new(docket, party, at: office.now)

      # Before the document is shown, if the rules want that; otherwise before acting.
      def proof_wanted?(docket, party) = standing(docket, party).then { |one| one.demand.prove_first && !one.enough? }

      def proved(right, wrong)
        return redirect("/room/#{params['token']}") if right && standing(@party.docket, @party.refresh).enough?
        return redirect("/room/#{params['token']}/prove") if right

        status 422
        prove(@party.docket, @party.refresh, problem: wrong)
      end

      def prove(docket, party, problem: nil)
        room :"room/prove", docket, party, standing: standing(docket, party), problem: problem, sent: params["sent"]
      end

      def app_page(party, secret)
        address = Core::Assurance::TimeCode.address(secret, name: party.email, office: office.settings.office)
        picture = RQRCode::QRCode.new(address, level: :m).as_svg(module_size: 4, use_path: true, viewbox: true, svg_attributes: { class: "qr", role: "img", "aria-label": "QR code of the secret below" })
        room :"room/app", party.docket, party, secret: Core::Assurance::TimeCode.typed(secret), picture: picture
      end

      def door(docket, party) = room(:"room/door", docket, party, documents: docket.documents)

      # {slot => text} of what the browser sent.
      def texts(given) = given.is_a?(Hash) ? given.select { |slot, text| slot.is_a?(String) && text.is_a?(String) }.transform_values { |text| text.scrub("") } : {}

      # What follows from what was typed, for the browser.
      def told(result)
        content_type :json
        JSON.generate(shown: result.shown, values: result.values, texts: result.texts, problems: result.problems, missing: result.missing)
      end

      def visitor(party) = Core::Actor.new(kind: "party", id: party.id, name: party.name, address: request.ip, client: client)
      def acting?(docket, party) = docket.state == "out" && Core::Dockets::States::MAY_ACT.include?(party.state)

      def consent(docket, party)
        room :"room/consent", docket, party, text: Store::ConsentText.in_force(office.now), documents: docket.documents
      end

      def take_on(docket, party)
        member = Store::PersonalLink.first(token_sha256: Store::PersonalLink.digest(params["token"])).member
        room :"room/take_on", docket, party, member: member, documents: docket.documents
      end

      def ended(docket, party) = room(:"room/ended", docket, party, parties: docket.parties)

      def room(view, docket, party, **locals)
        headers "cache-control" => "no-store"
        erb view, locals: { title: docket.title, place: nil, docket: docket, party: party, **locals }, layout: :"room/frame"
      end
    end
  end
end
