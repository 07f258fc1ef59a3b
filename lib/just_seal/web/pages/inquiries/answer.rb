# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Inquiries
        # One answer with its figures, charts and lists, and how it was computed.
        class Answer < Page
          include AnswerCells

          MAX_ROWS = 100
          LONG_FIGURE = 24

          attr_reader :answer, :result, :report, :course, :mark

          # +result+: Queries::AnswerResult, nil while it is being answered; +report+, +course+: of the document that
          # was asked about, or nil; +item+: number of the item whose verdict was refused, with the +note+ typed there.
          def initialize(context, answer, result:, mark:, report: nil, course: nil, item: nil, note: nil, problems: {})
            super(context)
            @answer = answer
            @result = result
            @mark = mark
            @report = report
            @course = course
            @item = item
            @note = note
            @problems = problems
          end

          def place = :evidence
          def scripts = result ? [] : %w[components/live]
          def inquiry = answer.inquiry
          def asks = t("questions.#{answer.question}.asks")
          def title = t("questions.#{answer.question}.title")

          # What the main part says to the script that shows progress.
          def live
            result ? {} : { data_live_mark: inquiry_step_path(inquiry, "mark"), data_mark: mark }
          end

          def path(part) = "#{answer_path(inquiry, answer.position)}/#{part}"
          # Where the document that was asked about is read; nil for other questions.
          def reading = report && answer_document_path(inquiry, answer.position)
          def waiting? = result.nil? && answer.state != "failed"
          def failure = t(".failed", problem: Words.kept(answer.problem))
          def size = [answer.size, 1].max
          def progress = t(".progress", done: number(answer.done), dockets: counted("docket", answer.size))
          def hash_start = "#{grouped(answer.result_sha256, 32)} …"

          # [[name, value, its class, anchor of its list or nil], ...]
          def figures
            result.figures.map do |figure|
              value = figure["value"].is_a?(Integer) ? number(figure["value"]) : figure["value"].to_s
              anchor = "#list-#{figure["list"]}" if figure["list"] && result.list(figure["list"])
              [figure["name"], value, ("long" if value.length > LONG_FIGURE), anchor]
            end
          end

          def tested?(list) = list["name"] == "worksheet" && inquiry.open? && may?(:inquire)
          def rows(list) = list["rows"].first(MAX_ROWS)

          def rest(list)
            t(".first_of", shown: MAX_ROWS, count: number(list["count"])) if list["rows"].size > MAX_ROWS
          end

          # [[title, what it means, class], ...] of the columns of +list+.
          def columns(list)
            list["columns"].each_with_index.map do |column, index|
              [column["title"], column["means"], cell_class(column["name"], list["rows"].first[index])]
            end
          end

          # [[HTML, class], ...] of +row+ of +list+.
          def cells(list, row)
            list["columns"].each_with_index.map do |column, index|
              [cell_html(column["name"], row[index], row), cell_class(column["name"], row[index])]
            end
          end

          def items = result.tested
          def item_problem(item) = item.position == @item ? problems.values.first : nil
          def note(item) = item_problem(item) ? @note : item.note
          def verdict_tone(item) = item.verdict == "pass" ? "sealed" : "bad"
          def pressed(item, verdict) = item.verdict == verdict ? "true" : nil
        end
      end
    end
  end
end
