# frozen_string_literal: true

module JustSeal
  module Web
    # The case files, beneath the Records.
    class CaseFiles < Base
      NEWEST = 12

      get "" do
        show_page Pages::CaseFiles::List.new(context, Queries::CaseTree.of(sight))
      end

      get "/new" do
        allow!(:keep_case_files)
        case_form(nil, CaseForm.from(nil, parent: params["parent"].to_s), {})
      end

      get "/:code" do
        row = find
        defaults = Queries::CaseDefaults.of(row)
        show_page Pages::CaseFiles::Show.new(
          context,
          row,
          defaults: defaults,
          people: Queries::PartyNames.of(defaults.parties),
          children: sight.case_files.where(parent_id: row.id).order(:code).all,
          records: newest(row),
          changeable: sight.change?(row)
        )
      end

      get "/:code/edit" do
        allow!(:keep_case_files)
        row = find
        case_form(row, CaseForm.from(row), {})
      end

      post "" do
        save(nil, CaseForm.new(params), {})
      end

      post "/:code" do
        save(find, CaseForm.new(params), { code: params["code"], edits: params["edits"].to_i })
      end

      post "/:code/close" do
        Operations::CloseCaseFile.call(actor, code: find.code, closed: params["closed"] == "yes")
        redirect "/records/case-files/#{params["code"]}"
      end

      private

      def newest(row)
        filters = Queries::RecordFilters.new({ "case" => row.code }, sight: sight)
        Pages::Records::List.new(
          context,
          Queries::RecordList.new(filters, sight: sight, size: NEWEST).page,
          filters: filters,
          plan: Queries::Choices.classes.map { |one| [one, 0] },
          case_files: [],
          to_be_sent: 0,
          saved: []
        )
      end

      def find
        sight.case_files.first(code: params["code"]) || raise(
          Errors::Missing.new(:no_case_file_listed, code: params["code"])
        )
      end

      # A change of the class comes back with its particulars; nothing is saved by that.
      def save(row, form, known)
        allow!(:keep_case_files)
        return case_form(row, form, {}) if params["then"] == "class"

        saved = Operations::SaveCaseFile.call(actor, given: form.given, **known)
        redirect "/records/case-files/#{saved.code}"
      rescue Errors::Invalid, Errors::Conflict => e
        status e.is_a?(Errors::Conflict) ? 409 : 422
        case_form(
          row,
          form,
          e.is_a?(Errors::Conflict) ? { "conflict" => Words.problem(e) } : Words.problems(e.problems)
        )
      end

      def case_form(row, form, problems)
        page = Pages::CaseFiles::Edit.new(
          context,
          row,
          form: form,
          problems: problems,
          classes: Queries::Choices.classes,
          case_files: Queries::Choices.case_files_above(row),
          staff: Queries::Choices.staff,
          units: Queries::Choices.units
        )
        show_page page, code: response.status
      end
    end
  end
end
