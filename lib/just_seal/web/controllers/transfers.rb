# frozen_string_literal: true

module JustSeal
  module Web
    # Lists of what is handed over to archives, among the Records, and packages that come.
    class Transfers < Base
      PACKAGES = 200 * 1024 * 1024
      ZIP = "application/zip"

      helpers Paths, ListPlace

      get "" do
        allow!(:see_disposals)
        show_page Pages::Transfers::List.new(context, Queries::Transfers.list(params["after"]))
      end

      get("/new") { form(typed: { "due_by" => today.iso8601, "class" => text_param("class", most: 4) }) }

      post "" do
        transfer = Operations::PrepareTransfer.call(
          actor,
          title: text_param("title", most: 300),
          archive: text_param("archive", most: 300),
          due_by: day(text_param("due_by", most: 10)),
          record_class: Queries::Lookup.record_class(params["class"])
        )
        redirect transfer_path(transfer)
      rescue Errors::Invalid => e
        form(typed: params, problems: Words.problems(e.problems), code: 422)
      end

      get("/take-in") { take_in }

      post "/take-in" do
        files = Array(params["files"]).select { |one| one.is_a?(Hash) && one[:tempfile] }
        return take_in(problems: { "files" => I18n.t("check.no_file") }, code: 422) if files.empty?

        take_in(taken: files.map { |file| take(file) })
      end

      get("/:number") { show }

      post "/:number/keep" do
        step do |review|
          because = params["decision"] == "back" ? "" : text_param("because", most: 600)
          raise Errors::Invalid, { "because" => :say_why_kept } if params["decision"] != "back" && because.strip.empty?

          review.keep(actor, number: params["number"], ids: Array(params["lines"]).map(&:to_i), because: because)
        end
      end

      post("/:number/pack") { step { |review| review.pack(actor, number: params["number"]) } }
      post("/:number/end") { step { |review| review.end(actor, number: params["number"]) } }

      post "/:number/receive" do
        Operations::ReceiveReceipt.call(
          actor,
          number: params["number"],
          reference: text_param("reference", most: 300),
          received_on: day(text_param("received_on", most: 10)),
          list: text_param("list", most: 4_000_000),
          file: receipt
        )
        redirect transfer_path(params["number"])
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      get "/:number/packages.zip" do
        bytes, name = Operations::HandOutPackage.new.all(actor, number: params["number"], most: PACKAGES)
        hand_out(bytes, name)
      end

      get "/:number/packages/:record" do
        hand_out(*Operations::HandOutPackage.call(actor, number: params["number"], record: params["record"]))
      end

      private

      # [bytes, name] of the receipt as it came, nil for none.
      def receipt
        file = params["file"]
        return unless file.is_a?(Hash) && file[:tempfile]

        [file[:tempfile].read(Operations::ReceiveReceipt::MAX_BYTES + 1).to_s.b, file[:filename].to_s.scrub("")]
      end

      def hand_out(bytes, name)
        content_type ZIP
        attachment name
        bytes
      end

      def step
        yield Operations::ReviewTransfer.new
        redirect transfer_path(params["number"], **place)
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      # [file name, Store::Record or sentence]
      def take(file)
        name = file[:filename].to_s.scrub("")[0, 120]
        [name, Operations::TakePackage.call(actor, bytes: file[:tempfile].read.to_s.b)]
      rescue Errors::Invalid => e
        [name, Words.problems(e.problems).values.join(" ")]
      end

      def take_in(taken: [], problems: {}, code: 200)
        allow!(:capture)
        show_page Pages::Transfers::TakeIn.new(context, taken: taken, problems: problems), code: code
      end

      def form(typed:, problems: {}, code: 200)
        allow!(:dispose)
        page = Pages::Transfers::Edit.new(context, typed, classes: Queries::Choices.classes, problems: problems)
        show_page page, code: code
      end

      def show(problems: {}, code: 200)
        allow!(:see_disposals)
        transfer = Queries::Transfers.find(params["number"]) ||
          raise(Errors::Missing.new(:no_transfer, number: params["number"]))
        page = Pages::Transfers::Show.new(
          context,
          transfer,
          found: Queries::Transfers.lines(transfer, shown: params["shown"], after: params["after"]),
          place: place,
          typed: params.slice("reference", "received_on", "list", "because", "lines"),
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
