# frozen_string_literal: true

module JustSeal
  module Web
    # Docket templates, beneath the Rules.
    class DocketTemplates < Base
      MAX_BYTES = 60_000_000

      helpers Uploads, Paths
      register Using

      get("") { list({}) }

      get "/:code.json" do
        row = find
        content_type :json
        attachment "#{row.code} #{Core::Filing::SafeName.of(row.title)}.json"
        JSON.pretty_generate(Operations::HandOutTemplate.new.whole(actor, template: row, version: shown(row)))
      end

      get "/:code" do
        row = find
        show(row, row.definition(newest(row)))
      end

      # What differs between two versions.
      get "/:code/changes" do
        row = find
        from, to = %w[from to].map { |name| params[name].to_i }
        known = [from, to].all? { |number| number.between?(1, newest(row)) }
        raise Errors::Missing, :no_such_template_version unless known

        changes = Core::Dockets::TemplateChanges.of(row.definition(from), row.definition(to))
        show_page Pages::DocketTemplates::Changes.new(context, row, from: from, to: to, changes: changes)
      end

      # A document that the template keeps.
      get "/:code/documents/:number" do
        row = find
        content_type :pdf
        headers "content-disposition" => "inline"
        Operations::HandOutTemplate.call(
          actor,
          template: row,
          version: newest(row),
          number: params["number"].to_i
        )
      end

      # What comes in is shared with nobody but whoever brings it, until they say otherwise.
      post "/import" do
        row = Operations::SaveDocketTemplate.call(
          actor,
          definition: uploaded,
          sharing: { people: [account.id] },
          publish: false
        )
        redirect docket_template_path(row)
      rescue Errors::Invalid => e
        list(Words.problems(e.problems), code: 422)
      end

      post "/:code" do
        row = find
        definition, files = TemplateForm.read(params, row.definition(row.version))
        Operations::SaveDocketTemplate.call(
          actor,
          definition: definition,
          code: row.code,
          version: params["version"].to_i,
          files: files,
          publish: params["then"] == "publish"
        )
        redirect docket_template_path(row)
      rescue Errors::Invalid, Errors::Conflict, Errors::Unavailable => e
        show(row, definition, problem: Words.problem(e), code: status_of(e))
      end

      post "/:code/publish" do
        Operations::SaveDocketTemplate.new.publish(actor, code: find.code, version: params["version"].to_i)
        redirect docket_template_path(params["code"])
      end

      post "/:code/sharing" do
        Operations::KeepSharing.call(actor, code: find.code, sharing: TemplateForm.sharing(params))
        redirect docket_template_path(params["code"], anchor: "sharing")
      end

      post "/:code/favourite" do
        Operations::FavourTemplate.call(actor, template: find)
        redirect docket_templates_path
      end

      post "/:code/retire" do
        Operations::SaveDocketTemplate.new.retire(actor, code: find.code)
        redirect "/rules/docket-templates"
      end

      private

      def status_of(error) = ERRORS.find { |kind, _| error.is_a?(kind) }.last.first

      def find
        Queries::DocketTemplates.find(account, params["code"]) or
          raise Errors::Missing.new(:no_template_shared, code: params["code"])
      end

      def changes?(row) = may?(:prepare) && row.edited_by?(account)
      def shares?(row) = may?(:prepare) && (row.owner_id == account.id || may?(:manage_any_docket))
      # What is not published is seen by those who may change it.
      def newest(row) = changes?(row) ? row.version : row.current

      # What goes out is what is used, or where none is yet, the newest.
      def shown(row) = row.used? ? row.current : newest(row)

      def list(problems, code: 200)
        given = { find: text_param("find", most: 100), tag: text_param("tag", most: 100) }
        record = params["record"] && sight.records.first(number: params["record"])
        rows = Queries::DocketTemplates.of(account, **given, class_code: record&.record_class&.code)
        page = Pages::DocketTemplates::List.new(context, rows, given: given, record: record, problems: problems)
        show_page page, code: code
      end

      def show(row, definition, problem: nil, code: 200)
        page = Pages::DocketTemplates::Show.new(
          context,
          row,
          definition: definition,
          files: row.files(newest(row)),
          units: Queries::Choices.units,
          staff: Queries::Choices.staff,
          classes: Queries::Choices.classes,
          versions: Queries::DocketTemplates.versions(row).select { |one| one[:version] <= newest(row) },
          changes: changes?(row),
          shares: shares?(row),
          problem: problem
        )
        show_page page, code: code
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
