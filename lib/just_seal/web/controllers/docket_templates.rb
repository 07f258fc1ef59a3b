# frozen_string_literal: true

module JustSeal
  module Web
    # Docket templates, beneath the Rules.
    class DocketTemplates < Base
      MAX_BYTES = 2_000_000

      get("") { list({}) }

      get "/:code.json" do
        row = find
        content_type :json
        attachment "#{row.code} #{Core::Filing::SafeName.of(row.title)}.json"
        JSON.pretty_generate(row.definition)
      end

      get "/:code" do
        row = find
        show(row, row.definition, row.units.to_a)
      end

      # What comes in is shared with nobody but one's own unit, until somebody says otherwise.
      post "/import" do
        own = [account.unit].reject { |unit| unit.to_s.empty? }
        row = Operations::SaveDocketTemplate.call(actor, definition: uploaded, units: own)
        redirect "/rules/docket-templates/#{row.code}"
      rescue Errors::Invalid => e
        list(Words.problems(e.problems), code: 422)
      end

      post "/:code" do
        row = find
        definition = edited(row.definition)
        Operations::SaveDocketTemplate.call(
          actor,
          definition: definition,
          units: units,
          code: row.code,
          version: params["version"].to_i
        )
        redirect "/rules/docket-templates/#{row.code}"
      rescue Errors::Invalid, Errors::Conflict => e
        show(row, definition, units, problem: Words.problem(e), code: e.is_a?(Errors::Invalid) ? 422 : 409)
      end

      post "/:code/retire" do
        Operations::SaveDocketTemplate.new.retire(actor, code: find.code)
        redirect "/rules/docket-templates"
      end

      private

      def find
        Queries::DocketTemplates.find(account, params["code"]) or
          raise Errors::Missing.new(:no_template_shared, code: params["code"])
      end

      def units = Array(params["units"]).map(&:to_s)

      def list(problems, code: 200)
        rows = Queries::DocketTemplates.of(account)
        show_page Pages::DocketTemplates::List.new(context, rows, problems: problems), code: code
      end

      def show(row, definition, chosen, problem: nil, code: 200)
        page = Pages::DocketTemplates::Show.new(
          context,
          row,
          definition: definition,
          chosen: chosen,
          units: Queries::Choices.units,
          classes: Queries::Choices.classes,
          versions: Queries::DocketTemplates.versions(row),
          changes: may?(:prepare) && (row.owner_id == account.id || may?(:manage_any_docket)),
          problem: problem
        )
        show_page page, code: code
      end

      # The definition with what was typed in the form.
      def edited(definition)
        days = Core::Dockets::TemplateDefinition::DAYS.keys.to_h do |name|
          [name, text_param(name).match?(/\A\d{1,3}\z/) ? text_param(name).to_i : nil]
        end
        roles = definition["roles"].map do |role|
          role.merge(
            "title" => text_param("role-#{role["letter"]}", most: 300),
            "act" => text_param("act-#{role["letter"]}"),
            "turn" => text_param("turn-#{role["letter"]}").to_i
          )
        end
        definition.merge(
          "title" => text_param("title").strip,
          "class" => text_param("class"),
          "subject" => text_param("subject"),
          "message" => text_param("message"),
          "roles" => roles,
          **days
        ).compact
      end

      # A JSON file from elsewhere.
      def uploaded
        file = params["file"]
        text = file.is_a?(Hash) && file[:tempfile] ? file[:tempfile].read(MAX_BYTES + 1).to_s : ""
        raise Errors::Invalid, { "file" => :template_file_missing } if text.empty?
        if text.bytesize > MAX_BYTES
          raise Errors::Invalid, { "file" => Core::Problem.new(:file_too_large, megabytes: MAX_BYTES / 1_000_000) }
        end

        JSON.parse(text, max_nesting: 20)
      rescue JSON::ParserError
        raise Errors::Invalid, { "file" => :not_json }
      end
    end
  end
end
