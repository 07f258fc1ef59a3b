# frozen_string_literal: true

module JustSeal
  module Web
    # Folders and mailboxes out of which files come in, beneath the Rules.
    class WaysIn < Base
      helpers Paths

      before { allow!(:define_classes) }

      get("") { list }

      post "" do
        row = Operations::KeepWayIn.call(actor, **said)
        redirect way_in_path(row)
      rescue Errors::Invalid => e
        list(problems: Words.problems(e.problems), code: 422)
      end

      get "/:id" do
        arrivals = Queries::WaysIn.arrivals(find, after: params["after"])
        show_page Pages::WaysIn::Show.new(
          context,
          find,
          arrivals: arrivals,
          records: Queries::WaysIn.records(arrivals.rows)
        )
      end

      # Looks now, instead of within the minute.
      post "/:id/look" do
        Operations::ReadWayIn.call(find.id)
        redirect way_in_path(find)
      end

      post "/:id/end" do
        Operations::KeepWayIn.new.end(actor, id: find.id)
        redirect ways_in_path
      end

      private

      def find = @find ||= Queries::WaysIn.find(params["id"]) || raise(Errors::Missing, :no_such_way)
      def record_class = Queries::Lookup.record_class(params["class"])

      def said
        given = %w[kind name place senders pattern].to_h { |name| [name, text_param(name, most: 2000)] }
        {
          given: given.merge("values" => values),
          record_class: record_class,
          case_file: sight.case_files.first(code: params["case_file"].to_s)
        }
      end

      # "name = text" on each line.
      def values
        lines = text_param("values", most: 5000).lines.map { |line| line.split("=", 2).map(&:strip) }
        lines.select { |name, text| text && !name.empty? }.to_h
      end

      def list(problems: {}, code: 200)
        rows = Queries::WaysIn.all
        page = Pages::WaysIn::List.new(
          context,
          rows,
          counts: Queries::WaysIn.counts(rows),
          classes: Queries::Choices.classes,
          case_files: Queries::Choices.open_case_files(sight),
          typed: params,
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
