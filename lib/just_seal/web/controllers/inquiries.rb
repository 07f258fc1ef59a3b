# frozen_string_literal: true

module JustSeal
  module Web
    # Inquiries, beneath the Evidence: what auditors asked, and what is answered.
    class Inquiries < Base
      FIELDS = %w[asked_by mandate question from until due_on classes case_files parties worker_id].freeze
      ASKED = %w[document person kind of confidence tolerable expected seed].freeze
      AUDITOR = %w[name email ends_on].freeze
      LISTED = 40

      before { allow!(:see_inquiries) }

      get "" do
        rows = Store::Inquiry.order(Sequel.desc(:id)).limit(LISTED + 1).eager(:worker)
        rows = rows.where(Sequel[:id] < params["after"].to_i) if params["after"].to_s.match?(/\A\d{1,18}\z/)
        rows = rows.all
        next_key = rows[LISTED - 1].id if rows.size > LISTED
        show_page Pages::Inquiries::List.new(context, Queries::Page.new(rows: rows.first(LISTED), next_key: next_key))
      end

      get("/new") { form(nil, fresh, {}) }

      post "" do
        inquiry = Operations::SaveInquiry.new.open(actor, typed)
        redirect "/evidence/inquiries/#{inquiry.number}"
      rescue Errors::Invalid => e
        form(nil, typed, Words.problems(e.problems), code: 422)
      end

      get("/:number") { show }

      # Changes whenever something on the page does.
      get "/:number/mark" do
        content_type :text
        mark(find)
      end

      get("/:number/edit") { find.then { |inquiry| form(inquiry, shown(inquiry), {}) } }

      post "/:number" do
        Operations::SaveInquiry.new.change(actor, params["number"], typed, edits: params["edits"].to_i)
        redirect "/evidence/inquiries/#{params["number"]}"
      rescue Errors::Invalid => e
        form(find, typed, Words.problems(e.problems), code: 422)
      end

      post "/:number/ask" do
        answer = Operations::AskQuestion.call(
          actor,
          number: params["number"],
          question: params["question"].to_s,
          given: params.slice(*ASKED).merge(uploaded)
        )
        redirect "/evidence/inquiries/#{params["number"]}/answers/#{answer.position}"
      rescue Errors::Invalid => e
        refuse params["question"], ASKED, Words.problems(e.problems)
      end

      get "/:number/answers/:position" do
        told = mark(find) # before the answer is read: what changes in between is noticed
        answer = one_answer
        result = answer.done? ? Queries::AnswerResult.new(answer) : nil
        report, course = drawn(result)
        page = Pages::Inquiries::Answer.new(
          context,
          answer,
          result: result,
          mark: told,
          report: report,
          course: course
        )
        show_page page
      end

      get "/:number/answers/:position/report.pdf" do
        answer = one_answer
        raise Errors::Missing, :answer_no_report_own unless answer.report_sha256

        pdf(answer.report_sha256, "#{answer.inquiry.number} answer #{answer.position}.pdf")
      end

      get "/:number/answers/:position/:list.csv" do
        answer = one_answer
        list = answer.done? && Queries::AnswerResult.new(answer).list(params["list"]) or raise Errors::Missing,
          :answer_no_such_list
        content_type "text/csv", charset: "utf-8"
        attachment "#{answer.inquiry.number} #{answer.position} #{list["name"]}.csv"
        Queries::CsvText.of(list["columns"].map { |column| column["title"] }, list["rows"])
      end

      post "/:number/answers/:position/items/:item" do
        Operations::TestSample.call(
          actor,
          number: params["number"],
          position: params["position"].to_i,
          item: params["item"].to_i,
          verdict: params["verdict"].to_s,
          note: text_param("note")
        )
        redirect "/evidence/inquiries/#{params["number"]}/answers/#{params["position"].to_i}#item-" \
                 "#{params["item"].to_i}"
      rescue Errors::Invalid => e
        answer = one_answer
        page = Pages::Inquiries::Answer.new(
          context,
          answer,
          result: Queries::AnswerResult.new(answer),
          mark: nil,
          item: params["item"].to_i,
          note: text_param("note"),
          problems: Words.problems(e.problems)
        )
        show_page page, code: 422
      end

      post "/:number/close" do
        Operations::CloseInquiry.new.ask(actor, number: params["number"], blank: params["blank"] == "yes")
        redirect "/evidence/inquiries/#{params["number"]}"
      end

      get "/:number/pack.asice" do
        inquiry = find
        raise Errors::Missing.new(:inquiry_not_closed, number: inquiry.number) unless inquiry.pack_sha256

        content_type Core::Bundle::Package::MIME
        attachment "#{inquiry.number} answers.asice"
        office.blobs.get(inquiry.pack_sha256)
      end

      post "/:number/auditors" do
        made, password = Operations::InviteAuditor.new.call(
          actor,
          number: params["number"],
          name: text_param("name"),
          email: text_param("email"),
          ends_on: text_param("ends_on")
        )
        show_page Pages::Inquiries::Auditor.new(context, find, auditor: made, password: password)
      rescue Errors::Invalid => e
        refuse "auditor", AUDITOR, Words.problems(e.problems)
      end

      post "/:number/auditors/:id/end" do
        Operations::InviteAuditor.new.revoke(actor, number: params["number"], account_id: params["id"].to_i)
        redirect "/evidence/inquiries/#{params["number"]}"
      end

      private

      def find
        inquiry = Store::Inquiry.first(number: params["number"].to_s)
        return inquiry if inquiry && !(account.outside? && account.inquiry_id != inquiry.id)

        raise Errors::Missing.new(:no_inquiry, number: params["number"])
      end

      # [report of the check, course] of the document that was asked about, as drawings; nil for other questions.
      def drawn(result)
        return unless result&.answer&.question == "this_document"

        filed, brought = %w[sha256 brought].map { |name| result.fact(name) }
        shown = brought || filed or return
        version = Store::Version.where(sha256: filed.to_s).order(Sequel.desc(:id)).first
        docket = version&.docket_number && Store::Docket.first(number: version.docket_number)
        report = Core::Pdf::Check.call(office.blobs.get(shown), roots: office.roots)
        [
          report.revisions.any? ? report : nil,
          docket && Queries::DocketCourse.new(docket, docket.parties, now: office.now).course
        ]
      rescue Errors::Damaged, Errors::Missing
        nil
      end

      def mark(inquiry)
        [
          inquiry.edits,
          inquiry.closed_at,
          inquiry.problem,
          *inquiry.answers_dataset.order(:position).select_map(%i[state done size])
        ].flatten.join(" ")
      end

      def one_answer
        find.answers_dataset.first(position: params["position"].to_i) || raise(
          Errors::Missing.new(:no_answer, number: params["number"], position: params["position"])
        )
      end

      # Shows the inquiry with what was refused, +asked+ a question or "auditor", and what was typed for it.
      def refuse(asked, fields, problems)
        show(asked: asked, typed: fields.to_h { |name| [name, text_param(name)] }, problems: problems, code: 422)
      end

      def show(code: 200, **refused)
        inquiry = find
        page = Pages::Inquiries::Show.new(
          context,
          inquiry,
          mark: mark(inquiry),
          answers: inquiry.answers_dataset.eager(:asker).all,
          auditors: Store::Account.outside.where(inquiry_id: inquiry.id).all,
          dockets: Queries::InquiryScope.new(inquiry.asked, zone: office.zone).dockets.count,
          entries: Store::Ledger.rows(inquiry.number).map { |text, _| JSON.parse(text) },
          seed: SecureRandom.alphanumeric(10),
          **refused
        )
        show_page page, code: code
      end

      def form(inquiry, values, problems, code: 200)
        allow!(:inquire)
        page = Pages::Inquiries::Edit.new(
          context,
          inquiry,
          typed: values,
          classes: Store::RecordClass.order(:code).all,
          case_files: Store::CaseFile.order(:code).all,
          workers: Store::Account.live.order(:name).all.select { |one| Core::Rights.may?(one.role, :inquire) },
          problems: problems
        )
        show_page page, code: code
      end

      def typed
        lists = %w[classes case_files].to_h { |name| [name, Array(params[name]).map(&:to_s).reject(&:empty?)] }
        FIELDS.to_h { |name| [name, params[name].to_s.strip] }.merge(lists)
      end

      def fresh
        today = office.zone.to_local(office.now).to_date
        FIELDS.to_h { |name| [name, ""] }.merge(
          "from" => Date.new(today.year, 1, 1).iso8601,
          "until" => today.iso8601,
          "due_on" => (today + 14).iso8601,
          "worker_id" => account.id.to_s,
          "classes" => [],
          "case_files" => []
        )
      end

      def shown(inquiry)
        scope = inquiry.scope.to_h
        {
          "asked_by" => inquiry.asked_by,
          "mandate" => inquiry.mandate,
          "question" => inquiry.question,
          "from" => inquiry.from_day.iso8601,
          "until" => inquiry.until_day.iso8601,
          "due_on" => inquiry.due_on.iso8601,
          "worker_id" => inquiry.worker_id.to_s,
          "classes" => scope["classes"].to_a,
          "case_files" => scope["case_files"].to_a,
          "parties" => scope["parties"].to_a.join("\n")
        }
      end

      # A file that is asked about is kept, since it is part of the question.
      def uploaded
        file = params["file"]
        return {} unless file.is_a?(Hash) && file[:tempfile]

        bytes = file[:tempfile].read(Core::Pdf::Intake::MAX_BYTES + 1).to_s
        raise Errors::Invalid, { "file" => :too_large } if bytes.bytesize > Core::Pdf::Intake::MAX_BYTES

        bytes.empty? ? {} : { "document" => office.blobs.put(bytes) }
      end

      def pdf(sha256, name)
        content_type :pdf
        attachment name
        office.blobs.get(sha256)
      end
    end
  end
end
