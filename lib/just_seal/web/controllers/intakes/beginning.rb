# frozen_string_literal: true

module JustSeal
  module Web
    class Intakes < Base
      # Files are dropped, or a document is made from a template.
      module Beginning
        extend RouteSet

        get "" do
          allow!(:capture)
          start_page({})
        end

        # Files chosen without JavaScript, or the beginning of an intake that files are dropped into one by one.
        post "" do
          intake = Operations::OpenIntake.call(
            actor,
            record_class: Queries::Lookup.record_class(params["class"]),
            case_file: case_file(params["case"])
          )
          add_all(intake, Array(params["files"]))
          redirect "/records/capture/#{intake.id}" unless request.accept.first.to_s == "application/json"
          content_type :json
          JSON.generate(
            "address" => "/records/capture/#{intake.id}",
            "token" => csrf_token("/records/capture/#{intake.id}/files")
          )
        rescue Errors::Invalid => e
          status 422
          start_page(Words.problems(e.problems))
        end

        post "/from-template" do
          template = Queries::Lookup.live_document_template(params["template"]) || raise(
            Errors::Missing,
            :no_such_template_any_more
          )
          intake = Operations::OpenIntake.call(
            actor,
            record_class: template.record_class,
            case_file: case_file(params["case"]),
            template: template
          )
          redirect "/records/capture/#{intake.id}"
        end

        private

        def start_page(problems)
          chosen = case_file(params["case"])
          page = Pages::Intakes::Start.new(
            context,
            problems: problems,
            record_class: wanted_class(chosen),
            case_file: chosen,
            templates: Queries::Choices.document_templates,
            classes: Queries::Choices.classes,
            case_files: open_case_files,
            open: Queries::Desk.new(account, now: office.now, sight: sight).intakes
          )
          show_page page, code: response.status
        end

        # The class that is asked for, or else the usual one of the case file.
        def wanted_class(case_file)
          Queries::Lookup.record_class(params["class"]) || Queries::CaseDefaults.of(case_file).record_class
        end

        def case_file(code) = code.to_s.empty? ? nil : sight.case_files.first(code: code.to_s)
      end
    end
  end
end
