# frozen_string_literal: true

module JustSeal
  module Web
    # The Dockets: preparing, checking, sending, keeping track.
    class Dockets < Base
      get "" do
        state, find = [params["state"], params["find"]].map do |value|
          value.is_a?(String) && !value.strip.empty? ? value.strip[0, 100] : nil
        end
        found = Queries::DocketList.new(sight: sight, state: state, find: find, after: params["after"]).page
        page :"dockets/list", title: "Dockets", place: "Dockets", found: found, state: state, counts: Queries::DocketList.counts(sight)
      end

      get "/:number" do
        docket = find
        parties = docket.parties
        course = Queries::DocketCourse.new(docket, parties, now: office.now)
        page :"dockets/show", title: docket.title, place: "Dockets", docket: docket, staff: Store::Account.live.order(:name).all,
          steering: may?(:send) && (docket.owner_id == account.id || may?(:manage_any_docket)), parties: parties, course: course, document: docket.documents.first,
          mine: parties.find { |party| party.account_id == account.id && Core::Dockets::States::MAY_ACT.include?(party.state) }
      end

      # Changes with every entry of the docket.
      get "/:number/mark" do
        content_type :text
        Store::Ledger.head(find.number)&.last.to_s
      end

      get "/:number/who" do
        docket = draft
        who_form(docket, {}, WhoForm.from(docket, office))
      end

      post "/:number/who" do
        form = WhoForm.new(params, office)
        step, what = params["then"].to_s.split("-")
        return who_form(draft, {}, rearranged(form, step, what)) if %w[add remove].include?(step)

        Operations::EditDocket.call(actor, number: params["number"], **form.values)
        redirect "/dockets/#{params['number']}/#{params['then'] == 'check' ? 'check' : 'where'}"
      rescue Errors::Invalid => e
        status 422
        who_form(draft, e.problems, form)
      rescue Errors::Conflict => e
        status 409
        who_form(draft, { "conflict" => e.message }, form)
      end

      get "/:number/where" do
        docket = draft
        document = docket.documents.first
        page :"dockets/where", title: docket.title, place: "Dockets", docket: docket, document: document, fields: places(docket, document),
          points: points(docket)
      end

      get "/:number/proposals" do
        content_type :json
        JSON.generate(Queries::DocketProposals.call(draft).map(&:to_h))
      end

      post "/:number/fields" do
        body = json_body
        docket = Operations::PlaceFields.call(actor, number: params["number"], edits: body["edits"], fields: body["fields"])
        content_type :json
        told = points(docket).map { |point| { "blocks" => point.blocks, "text" => readiness(point) } }
        JSON.generate("edits" => docket.edits, "readiness" => told)
      end

      get "/:number/check" do
        docket = draft
        document = docket.documents.first
        page :"dockets/check", title: docket.title, place: "Dockets", docket: docket, parties: docket.parties, document: document,
          fields: places(docket, document), points: points(docket)
      end

      post "/:number/newest" do
        Operations::TakeNewestVersion.call(actor, number: params["number"])
        redirect "/dockets/#{params['number']}/where"
      end

      post "/:number/send" do
        docket = Operations::SendDocket.call(actor, number: params["number"])
        redirect "/dockets/#{docket.number}"
      end

      post "/:number/remind" do
        Operations::RemindParty.call(actor, number: params["number"], letter: params["letter"].to_s)
        redirect "/dockets/#{params['number']}"
      end

      post "/:number/replace" do
        account_id = params["account"].to_s.empty? ? nil : params["account"].to_i
        Operations::ReplaceParty.call(actor, number: params["number"], letter: params["letter"].to_s, name: text_param("name"), email: text_param("email"), organisation: text_param("organisation"),
          account_id: account_id)
        redirect "/dockets/#{params['number']}"
      end

      post "/:number/deadline" do
        Operations::ChangeDeadline.call(actor, number: params["number"], deadline: WhoForm.closing(text_param("deadline"), office))
        redirect "/dockets/#{params['number']}"
      end

      post "/:number/copy" do
        docket = Operations::CopyDocket.call(actor, number: find.number)
        redirect "/dockets/#{docket.number}/who"
      end

      post "/:number/withdraw" do
        docket = Operations::WithdrawDocket.call(actor, number: params["number"], reason: text_param("reason"))
        redirect "/dockets/#{docket.number}"
      end

      post "/:number/enter" do
        redirect "/room/#{Operations::EnterByAccount.call(actor, number: params['number'])}"
      end

      private

      def find
        sight.dockets.first(number: params["number"]) || raise(Errors::Missing,
          "There is no docket #{params['number']}. Look for it in the list of dockets.")
      end

      def draft
        allow!(:prepare)
        find.tap { |docket| raise Errors::Conflict, "Docket #{docket.number} is no longer a draft: it can't be prepared again." unless docket.state == "draft" }
      end

      # The fields of a draft as the browser wants them.
      def places(docket, document)
        letters = docket.parties.to_h { |party| [party.id, party.letter] }
        document.fields.map { |row| row.spot(letters.fetch(row.party_id)).to_h.slice(:kind, :party, :page, :x, :y, :width, :height) }
      end

      # The form with a party more or less; nothing is saved yet, and nothing that is typed gets lost.
      def rearranged(form, step, what)
        return form.without(what) if step == "remove"

        what == "me" ? form.with("staff", account: account.id) : form.with(what == "staff" ? "staff" : "outside")
      end

      def points(docket) = Queries::DocketReadiness.call(docket, now: office.now)

      def who_form(docket, problems, form)
        page :"dockets/who", title: docket.title, place: "Dockets", docket: docket, problems: problems, form: form, document: docket.documents.first, points: points(docket),
          staff: Store::Account.live.order(:name).all
      end
    end
  end
end
