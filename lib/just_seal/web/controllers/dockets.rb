# frozen_string_literal: true

module JustSeal
  module Web
    # The Dockets: preparing, checking, sending, keeping track.
    class Dockets < Base
      helpers Speech, Paths, ReadinessWords
      get "" do
        given = %w[state find class mine].to_h do |name|
          [name, text_param(name, most: 100).strip]
        end.reject { |_, value| value.empty? }
        found = Queries::DocketList.new(
          sight: sight,
          state: given["state"],
          find: given["find"],
          class_code: given["class"],
          owner_id: (account.id if given["mine"]),
          after: params["after"]
        ).page
        show_page Pages::Dockets::List.new(
          context,
          found,
          given: given,
          counts: Queries::DocketList.counts(sight),
          classes: Store::RecordClass.order(:code).all
        )
      end

      get "/:number" do
        show_docket
      end

      # Changes with every entry of the docket, and with every edit of a draft.
      get "/:number/mark" do
        content_type :text
        mark(find.number)
      end

      get "/:number/documents" do
        documents_page(draft)
      end

      post "/:number/documents" do
        list = Array(params["records"]).zip(Array(params["roles"])).map do |record, role|
          { "record" => record.to_s, "role" => role.to_s }
        end
        step, index = params["then"].to_s.split("-")
        list.insert(index.to_i - 1, list.delete_at(index.to_i)) if step == "up" && index.to_i.between?(1, list.size - 1)
        list.delete_at(index.to_i) if step == "out"
        arrange(list, step == "parties" ? "parties" : "documents")
      end

      post "/:number/documents/add" do
        role = params["sign"] ? "sign" : "enclosure"
        arrange(
          draft.documents.map do |one|
            { "record" => one.record.number, "role" => one.role }
          end + [{ "record" => params[role].to_s, "role" => role }],
          "documents"
        )
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

      get "/:number/parties" do
        docket = draft
        who_form(docket, {}, WhoForm.from(docket, office))
      end

      post "/:number/parties" do
        form = WhoForm.new(params, office)
        step, what = params["then"].to_s.split("-")
        return who_form(draft, {}, rearranged(form, step, what)) if %w[add remove].include?(step)

        docket = Operations::EditDocket.call(actor, number: params["number"], **form.values)
        return saved(docket) if params["then"] == "save"

        redirect "/dockets/#{params["number"]}/#{params["then"] == "check" ? "check" : "fields"}"
      rescue Errors::Invalid => e
        status 422
        if params["then"] == "save"
          json_problem(Words.problems(e.problems).values.first)
        else
          who_form(
            draft,
            Words.problems(e.problems),
            form
          )
        end
      rescue Errors::Conflict => e
        status 409
        if params["then"] == "save"
          json_problem(Words.problem(e))
        else
          who_form(
            draft,
            { "conflict" => Words.problem(e) },
            form
          )
        end
      end

      # Who else has this draft open, and how often it was saved.
      get "/:number/editors" do
        content_type :json
        others = Operations::OpenDraft.call(actor, number: draft.number)
        JSON.generate("others" => others, "edits" => find.edits)
      end

      get "/:number/fields" do
        docket = draft
        show_page Pages::Dockets::Fields.new(
          context,
          docket,
          documents: docket.to_sign,
          fields: places(docket),
          points: points(docket),
          token: csrf_token("/dockets/#{docket.number}/fields")
        )
      end

      get "/:number/proposals" do
        content_type :json
        JSON.generate(Queries::DocketProposals.call(draft))
      end

      post "/:number/fields" do
        body = json_body
        docket = Operations::PlaceFields.call(
          actor,
          number: params["number"],
          edits: body["edits"],
          fields: body["fields"]
        )
        content_type :json
        names = Store::Field.where(
          document_id: docket.documents_dataset.to_sign.select(:id)
        ).order(:id).select_map(:name)
        JSON.generate(
          "edits" => docket.edits,
          "names" => names,
          "readiness" => points(docket).map do |point|
            readiness_for_script(point, docket)
          end
        )
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

      # What a template would change, before it does.
      get "/:number/template/:code" do
        docket = draft
        template = template(params["code"])
        plan = Queries::TemplatePlan.new(docket, template.definition)
        show_page Pages::Dockets::Template.new(
          context,
          docket,
          documents: docket.documents,
          docket_template: template,
          plan: plan
        )
      end

      post "/:number/template/:code" do
        Operations::ApplyTemplate.call(
          actor,
          number: params["number"],
          edits: params["edits"].to_i,
          template: template(params["code"])
        )
        redirect "/dockets/#{params["number"]}/parties"
      end

      get "/:number/as-template" do
        docket = find
        allow!(:prepare)
        show_page Pages::Dockets::AsTemplate.new(context, docket, units: units)
      end

      post "/:number/as-template" do
        docket = find
        definition = Queries::TemplateFrom.new(docket, text_param("title", most: 300)).definition
        row = Operations::SaveDocketTemplate.call(
          actor,
          definition: definition,
          units: Array(params["units"]).map(&:to_s)
        )
        redirect "/rules/docket-templates/#{row.code}"
      rescue Errors::Invalid => e
        as_template = Pages::Dockets::AsTemplate.new(
          context,
          docket,
          units: units,
          name: text_param("title", most: 300),
          problem: Words.problem(e)
        )
        show_page as_template, code: 422
      end

      post "/:number/newest" do
        Operations::TakeNewestVersion.call(actor, number: params["number"], position: params["position"].to_i)
        redirect "/dockets/#{params["number"]}/fields"
      end

      post "/:number/send" do
        docket = Operations::SendDocket.call(actor, number: params["number"])
        redirect "/dockets/#{docket.number}"
      end

      # A dialog of the page was refused: the page comes back with it open, and with what was typed.
      def self.steering(path, dialog:, &work)
        post(path) do
          instance_exec(&work)
        rescue Errors::Invalid => e
          show_docket(
            code: 422,
            failed: { dialog: dialog_id(dialog), problems: Words.problems(e.problems), typed: params }
          )
        rescue Errors::Conflict => e
          failed = { dialog: dialog_id(dialog), problems: { "conflict" => Words.problem(e) }, typed: params }
          show_docket(code: 409, failed: failed)
        end
      end

      steering "/:number/waivers", dialog: "waiver" do
        Operations::AskWaiver.call(
          actor,
          number: params["number"],
          letter: params["letter"].to_s,
          granted: params["granted"].to_i,
          reason: text_param("reason"),
          ends_at: WhoForm.closing(text_param("ends"), office)
        )
        redirect "/dockets/#{params["number"]}"
      end

      post "/:number/waivers/:id" do
        Operations::DecideWaiver.call(
          actor,
          number: find.number,
          id: params["id"].to_i,
          allowed: params["allowed"] == "1"
        )
        redirect "/dockets/#{params["number"]}"
      end

      steering "/:number/authenticators", dialog: "lost" do
        Operations::RemoveAuthenticator.call(
          actor,
          number: params["number"],
          letter: params["letter"].to_s,
          reason: text_param("reason")
        )
        redirect "/dockets/#{params["number"]}"
      end

      # A party was met in person: that is recorded; and, where wanted, the room opens on this device.
      steering "/:number/seen", dialog: "seen" do
        letter = params["letter"].to_s
        Operations::RecordSeen.call(
          actor,
          number: params["number"],
          letter: letter,
          kind: params["kind"].to_s,
          issuer: text_param("issuer"),
          last: text_param("last"),
          expires: text_param("expires")
        )
        redirect("/dockets/#{params["number"]}#party-#{letter}") unless params["then"] == "open"

        open_in_person(letter)
      end

      post "/:number/seal-now" do
        Operations::SealNow.call(actor, number: params["number"])
        redirect "/dockets/#{params["number"]}"
      end

      steering "/:number/release", dialog: nil do
        Operations::ReleaseParty.call(actor, number: params["number"], letter: params["letter"].to_s)
        redirect "/dockets/#{params["number"]}"
      end

      steering "/:number/remind", dialog: nil do
        Operations::RemindParty.call(actor, number: params["number"], letter: params["letter"].to_s)
        redirect "/dockets/#{params["number"]}"
      end

      steering "/:number/replace", dialog: "replace" do
        account_id = params["account"].to_s.empty? ? nil : params["account"].to_i
        Operations::ReplaceParty.call(
          actor,
          number: params["number"],
          letter: params["letter"].to_s,
          name: text_param("name"),
          email: text_param("email"),
          organisation: text_param("organisation"),
          account_id: account_id
        )
        redirect "/dockets/#{params["number"]}"
      end

      steering "/:number/deadline", dialog: "deadline" do
        Operations::ChangeDeadline.call(
          actor,
          number: params["number"],
          deadline: WhoForm.closing(text_param("deadline"), office)
        )
        redirect "/dockets/#{params["number"]}"
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

      steering "/:number/withdraw", dialog: "withdraw" do
        docket = Operations::WithdrawDocket.call(actor, number: params["number"], reason: text_param("reason"))
        redirect "/dockets/#{docket.number}"
      end

      post "/:number/enter" do
        token = Operations::EnterByAccount.call(
          actor,
          number: params["number"],
          factors: session["second_step"] == "done" ? 2 : 1
        )
        Operations::OpenRoom.call(token, address: request.ip, client: client)
        redirect "/room/#{token}"
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
            wait: Queries::SealingWait.of(docket, office: office),
            staff: Store::Account.live.order(:name).all,
            failed: failed
          ),
          code: code
        )
      end

      def dialog_id(dialog) = [dialog, params["letter"]].compact.join("-")

      def mark(number) = "#{Store::Ledger.head(number)&.last} #{Store::Docket.where(number: number).get(:edits)}"

      def open_in_person(letter)
        token = Operations::OpenInPerson.new.call(actor, number: params["number"], letter: letter)
        Operations::OpenRoom.call(token, address: request.ip, client: client)
        rodauth.lending.lend(token)
        redirect "/room/#{token}"
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

      def template(code)
        Store::DocketTemplate.seen_by(account).first(code: code) or raise Errors::Missing.new(
          :no_template_shared,
          code: code
        )
      end

      # Saves the list of documents and goes on to +step+, or says on the page what is wrong.
      def arrange(list, step)
        Operations::ArrangeDocuments.call(actor, number: params["number"], edits: params["edits"].to_i, documents: list)
        redirect "/dockets/#{params["number"]}/#{step}"
      rescue Errors::Invalid, Errors::Conflict => e
        status e.is_a?(Errors::Invalid) ? 422 : 409
        documents_page(draft, problem: Words.problem(e))
      end

      def documents_page(docket, problem: nil)
        find = text_param("find", most: 100).strip
        hits = if find.empty?
          []
        else
          Queries::RecordList.new(
            Queries::RecordFilters.new({ "find" => find }, sight: sight),
            sight: sight
          ).page.rows.map(&:record).first(8)
        end
        here = docket.documents.map(&:record_id)
        page = Pages::Dockets::Documents.new(
          context,
          docket,
          documents: docket.documents,
          problem: problem,
          find: (find unless find.empty?),
          hits: hits.reject { |record| here.include?(record.id) }
        )
        show_page page, code: response.status
      end

      # The form with a party more or less; nothing is saved yet, and nothing that is typed gets lost.
      def rearranged(form, step, what)
        return form.without(what) if step == "remove"

        group = Store::Group[params["group"].to_i] if %w[all one].include?(what)
        case what
        when "me" then form.with("staff", account: account.id.to_s)
        when "all" then group ? form.with_all(group.seats) : form
        when "one" then group ? form.with("group", group: group.id.to_s, name: group.name) : form
        when /\Asource\.(\d+)\z/ then Queries::PartySources.of(draft)[Regexp.last_match(1).to_i].then do |source|
          source ? form.with_all([source[:seat]]) : form
        end
        else form.with(what == "staff" ? "staff" : "outside")
        end
      end

      # For the browser that saves while somebody types.
      def saved(docket)
        content_type :json
        readiness = points(docket).map { |point| readiness_for_script(point, docket) }
        JSON.generate("edits" => docket.edits, "readiness" => readiness)
      end

      def units = Store::Account.live.distinct.order(:unit).select_map(:unit)
      def points(docket) = Queries::DocketReadiness.call(docket, now: office.now)

      def who_form(docket, problems, form)
        page = Pages::Dockets::Parties.new(
          context,
          docket,
          problems: problems,
          form: form,
          documents: docket.documents,
          points: points(docket),
          staff: Store::Account.live.order(:name).all,
          groups: Store::Group.order(:name).all,
          sources: Queries::PartySources.of(docket),
          templates: Queries::FittingTemplates.of(docket, account)
        )
        show_page page, code: response.status
      end
    end
  end
end
