# frozen_string_literal: true

module JustSeal
  module Web
    class DocketTemplates < Base
      # A docket is begun from a template: one page asks for all that it wants.
      module Using
        extend RouteSet

        KINDS = %w[records titles particulars people ask].freeze

        get "/:code/use" do
          allow!(:prepare)
          asks(begun)
        end

        post "/:code/use" do
          template = find
          docket = Operations::UseTemplate.call(
            actor,
            template: template,
            version: wanted_version(template),
            answers: answers,
            files: files,
            trial: trial?(template)
          )
          first = docket.parties.first.letter
          redirect trial?(template) ? docket_as_party_path(docket, first) : docket_step_path(docket, :parties)
        rescue Errors::Invalid => e
          asks(answers, problems: Words.problems(e.problems), code: 422)
        rescue Errors::Conflict, Errors::Unavailable => e
          asks(answers, problems: { "conflict" => Words.problem(e) }, code: status_of(e))
        end

        private

        # A version that is not published is only tried, by those who may change it.
        def trial?(template) = params["trial"] == "yes" && changes?(template)

        def wanted_version(template)
          return template.version if trial?(template)
          return template.current if template.used?

          raise Errors::Conflict.new(:template_unpublished, code: template.code)
        end

        # What the page begins with: a record that is sent in the place of the first document.
        def begun
          number = text_param("record", most: 40)
          { "records" => number.empty? ? {} : { "1" => number }, "case_file" => text_param("case", most: 100) }
        end

        def answers
          kinds = KINDS.to_h { |kind| [kind, params[kind].is_a?(Hash) ? params[kind] : {}] }
          { "case_file" => text_param("case_file", most: 100), **kinds }
        end

        def files
          given = params["files"].is_a?(Hash) ? params["files"] : {}
          given.to_h { |number, file| [number.to_i, upload(file)] }.reject { |_, file| file[:bytes].empty? }
        end

        def asks(answers, problems: {}, code: 200)
          template = find
          asked = Queries::OpeningQuestions.new(template, wanted_version(template), answers, sight: sight)
          page = Pages::DocketTemplates::Use.new(
            context,
            asked,
            trial: trial?(template),
            case_files: Queries::Choices.open_case_files(sight),
            problems: problems
          )
          show_page page, code: code
        end
      end
    end
  end
end
