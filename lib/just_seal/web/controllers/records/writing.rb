# frozen_string_literal: true

module JustSeal
  module Web
    class Records < Base
      # A document is written in place: as a new record, or on from what was written before.
      module Writing
        extend RouteSet

        # One more than can be kept: what is too large is said, and never cut.
        MOST = Core::Documents::Written::MAX_BYTES + 1

        get "/write" do
          allow!(:capture)
          case_file = sight.case_files.first(code: text_param("case"))
          known = Queries::CaseDefaults.of(case_file).particulars
          texts = known.transform_values { |value| Core::Filing::Particulars.text(value) }
          writing_page({ "html" => "", "particulars" => texts }, {})
        end

        post "/write" do
          allow!(:capture)
          case_file = sight.case_files.first(code: text_param("case"))
          raise Errors::Invalid, { "case_file" => :choose_case_file } unless case_file

          record = Operations::WriteDocument.call(
            actor,
            html: text_param("html", most: MOST),
            title: text_param("title", most: 500),
            record_class: written_class,
            case_file: case_file,
            particulars: particulars_from(params["particulars"])
          )
          redirect "/records/#{record.number}"
        rescue Errors::Invalid => e
          writing_page(typed, Words.problems(e.problems), code: 422)
        rescue Errors::Unavailable => e
          writing_page(typed, { "html" => Words.problem(e) }, code: 503)
        end

        get "/:number/write" do
          allow!(:capture)
          record = find(params["number"])
          text = Queries::WrittenTexts.newest(record) or raise Errors::Missing.new(
            :not_written_here,
            number: record.number
          )
          html = Queries::WrittenTexts.body(text, office)
          writing_on_page(record, { "html" => html, "base" => text.number }, {})
        end

        post "/:number/write" do
          record = find(params["number"])
          Operations::WriteDocument.new.write_on(
            actor,
            number: record.number,
            html: text_param("html", most: MOST),
            base: params["base"].to_i
          )
          redirect "/records/#{record.number}"
        rescue Errors::Invalid => e
          writing_on_page(record, typed, Words.problems(e.problems), code: 422)
        rescue Errors::Conflict => e
          writing_on_page(record, typed, { "conflict" => Words.problem(e) }, code: 409)
        rescue Errors::Unavailable => e
          writing_on_page(record, typed, { "html" => Words.problem(e) }, code: 503)
        end

        private

        def typed
          {
            "html" => text_param("html", most: MOST),
            "title" => text_param("title", most: 500),
            "case" => text_param("case"),
            "particulars" => particulars_from(params["particulars"]),
            "base" => params["base"].to_i
          }
        end

        def written_class
          Queries::Lookup.record_class(params["class"]) || raise(Errors::Missing.new(:no_class, code: params["class"]))
        end

        def writing_page(typed, problems, code: 200)
          page = Pages::Records::Write.new(
            context,
            typed: { "case" => text_param("case"), **typed },
            record_class: written_class,
            case_files: Queries::Choices.open_case_files(sight),
            clauses: Queries::OfficeClauses.live,
            problems: problems
          )
          show_page page, code: code
        end

        def writing_on_page(record, typed, problems, code: 200)
          page = Pages::Records::WriteOn.new(
            context,
            record,
            typed: typed,
            clauses: Queries::OfficeClauses.live,
            problems: problems
          )
          show_page page, code: code
        end
      end
    end
  end
end
