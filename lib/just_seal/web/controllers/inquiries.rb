# frozen_string_literal: true

module JustSeal
  module Web
    # Inquiries, beneath the Evidence: what auditors asked, and what is answered.
    class Inquiries < Base
      FIELDS = %w[asked_by mandate question from until due_on classes case_files parties worker_id].freeze
      ASKED = %w[document person kind of confidence tolerable expected seed].freeze
      AUDITOR = %w[name email ends_on].freeze

      helpers ReadingMarks
      register Editing, Answers, Reading, Auditors

      before { allow!(:see_inquiries) }

      get "" do
        show_page Pages::Inquiries::List.new(
          context,
          Queries::InquiryList.page(params["after"]),
          counts: Queries::InquiryList.open_and_overdue(office.zone.to_local(office.now).to_date)
        )
      end

      get("/:number") { show }

      # Changes whenever something on the page does.
      get "/:number/mark" do
        content_type :text
        mark(find)
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

      # That the pack was there, for whoever has it.
      get "/:number/proof" do
        inquiry = find
        raise Errors::Missing.new(:inquiry_not_closed, number: inquiry.number) unless inquiry.pack_sha256

        content_type :json
        attachment "#{inquiry.number} proof.json"
        Queries::Existence.new(office).of_content(inquiry.pack_sha256, chains: [inquiry.number])
      end

      private

      def find
        inquiry = Queries::Lookup.inquiry(params["number"])
        return inquiry if inquiry && !(account.outside? && account.inquiry_id != inquiry.id)

        raise Errors::Missing.new(:no_inquiry, number: params["number"])
      end

      def mark(inquiry) = Queries::LiveMarks.inquiry(inquiry)

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
          auditors: Queries::InquiryList.auditors(inquiry),
          dockets: Queries::InquiryScope.new(inquiry.asked, zone: office.zone).dockets.count,
          entries: Queries::InquiryList.entries(inquiry),
          seed: SecureRandom.alphanumeric(10),
          **refused
        )
        show_page page, code: code
      end
    end
  end
end
