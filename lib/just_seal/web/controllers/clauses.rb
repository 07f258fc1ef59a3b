# frozen_string_literal: true

module JustSeal
  module Web
    # Clauses that the office keeps, beneath the Rules.
    class Clauses < Base
      before { allow!(:see_rules) }

      get "" do
        show_page Pages::Clauses::List.new(context, Queries::OfficeClauses.live)
      end

      get "/new" do
        allow!(:define_classes)
        edit(nil, { "html" => "", "version" => 0 }, {})
      end

      post "" do
        save(nil, text_param("name", most: 100).strip)
      end

      get "/:name" do
        row = find
        kept = row.at
        edit(row, { "title" => kept[:title], "html" => kept[:body], "version" => row.version }, {})
      end

      post "/:name" do
        row = find
        save(row, row.name)
      end

      post "/:name/retire" do
        Operations::SaveClause.new.retire(actor, name: find.name)
        redirect "/rules/clauses"
      end

      private

      def find
        Queries::OfficeClauses.find(params["name"]) || raise(Errors::Missing.new(:no_clause, name: params["name"]))
      end

      def typed
        {
          "name" => text_param("name", most: 100),
          "title" => text_param("title", most: 500),
          "html" => text_param("html", most: Records::Writing::MOST),
          "version" => params["version"].to_i
        }
      end

      def save(row, name)
        given = typed
        kept = Operations::SaveClause.call(
          actor,
          name: name,
          title: given["title"],
          body: given["html"],
          version: given["version"]
        )
        redirect "/rules/clauses/#{kept.name}"
      rescue Errors::Invalid => e
        edit(row, given, Words.problems(e.problems), code: 422)
      rescue Errors::Conflict => e
        edit(row, given, { "conflict" => Words.problem(e) }, code: 409)
      end

      def edit(row, given, problems, code: 200)
        page = Pages::Clauses::Edit.new(
          context,
          row,
          typed: given,
          versions: row ? Queries::OfficeClauses.versions(row) : [],
          uses: row ? Queries::OfficeClauses.uses(row, sight) : [],
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
