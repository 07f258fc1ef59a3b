# frozen_string_literal: true

module JustSeal
  module Web
    # Repositories of others that are connected, beneath the Rules.
    class Repositories < Base
      helpers Paths

      before { allow!(:define_classes) }

      get("") { list }

      post "" do
        row = Operations::KeepRepository.call(actor, **said)
        redirect repository_path(row)
      rescue Errors::Invalid => e
        list(problems: Words.problems(e.problems), code: 422)
      end

      post "/:id/end" do
        Operations::KeepRepository.new.end(actor, id: params["id"].to_i)
        redirect repositories_path
      end

      private

      def said
        names = %w[name url user_name password state_property link]
        {
          given: names.to_h { |name| [name, text_param(name, most: 1000)] }.merge("mapping" => mapping),
          checks_out: params["checks_out"] == "1",
          record_class: Queries::Lookup.record_class(params["class"]),
          case_file: sight.case_files.first(code: params["case_file"].to_s)
        }
      end

      # "particular = property" on each line.
      def mapping
        lines = text_param("mapping").lines.map { |line| line.split("=", 2).map(&:strip) }
        lines.select { |name, property| property && !name.empty? && !property.empty? }.to_h
      end

      def list(problems: {}, code: 200)
        page = Pages::Repositories::List.new(
          context,
          Queries::Repositories.all,
          counts: Queries::Repositories.counts,
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
