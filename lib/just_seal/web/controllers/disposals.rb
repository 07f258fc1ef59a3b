# frozen_string_literal: true

module JustSeal
  module Web
    # Lists of what is let go, among the Records.
    class Disposals < Base
      helpers Paths, ListPlace

      get "" do
        allow!(:see_disposals)
        show_page Pages::Disposals::List.new(context, Queries::Disposals.list(params["after"]))
      end

      get "/new" do
        given = { "class" => text_param("class", most: 4), "transfer" => text_param("transfer", most: 40) }
        form(typed: { "due_by" => today.iso8601, **given })
      end

      post "" do
        disposal = Operations::PrepareDisposal.call(
          actor,
          title: text_param("title", most: 300),
          due_by: day(text_param("due_by", most: 10)),
          record_class: Queries::Lookup.record_class(params["class"]),
          certificate_class: Queries::Lookup.record_class(params["certificate_class"]),
          certificate_file: sight.case_files.first(code: params["certificate_file"].to_s),
          transfer: transfer
        )
        redirect disposal_path(disposal)
      rescue Errors::Invalid => e
        form(typed: params, problems: Words.problems(e.problems), code: 422)
      end

      get("/:number") { show }

      post "/:number/decide" do
        Operations::ReviewDisposal.new.decide(
          actor,
          number: params["number"],
          ids: Array(params["lines"]).map(&:to_i),
          decision: params["decision"] == "keep" ? "keep" : "destroy",
          because: text_param("because", most: 600)
        )
        redirect disposal_path(params["number"], **place)
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      post "/:number/hand-over" do
        step { |review| review.hand_over(actor, number: params["number"]) }
      end

      post "/:number/take-back" do
        step { |review| review.take_back(actor, number: params["number"], because: text_param("because", most: 600)) }
      end

      post "/:number/approve" do
        step { |review| review.approve(actor, number: params["number"], seen: text_param("seen", most: 64)) }
      end

      post "/:number/end" do
        step { |review| review.end(actor, number: params["number"]) }
      end

      private

      # Whose confirmed records are listed; nil where it is not by one.
      def transfer
        number = text_param("transfer", most: 40)
        return if number.empty?

        Queries::Transfers.find(number) || raise(Errors::Missing.new(:no_transfer, number: number))
      end

      def step
        yield Operations::ReviewDisposal.new
        redirect disposal_path(params["number"])
      rescue Errors::Invalid => e
        show(problems: Words.problems(e.problems), code: 422)
      end

      def form(typed:, problems: {}, code: 200)
        allow!(:dispose)
        page = Pages::Disposals::Edit.new(
          context,
          typed,
          classes: Queries::Choices.classes,
          case_files: Queries::Choices.open_case_files(sight),
          problems: problems
        )
        show_page page, code: code
      end

      def show(problems: {}, code: 200)
        allow!(:see_disposals)
        disposal = Queries::Disposals.find(params["number"]) ||
          raise(Errors::Missing.new(:no_disposal, number: params["number"]))
        page = Pages::Disposals::Show.new(
          context,
          disposal,
          found: Queries::Disposals.lines(disposal, shown: params["shown"], after: params["after"]),
          place: place,
          typed: params.slice("lines", "because"),
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
