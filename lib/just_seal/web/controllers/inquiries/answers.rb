# frozen_string_literal: true

module JustSeal
  module Web
    class Inquiries < Base
      # What was asked in an inquiry, and what was found.
      module Answers
        extend RouteSet

        post "/:number/ask" do
          answer = Operations::AskQuestion.call(
            actor,
            number: params["number"],
            question: params["question"].to_s,
            given: params.slice(*ASKED).merge(uploaded)
          )
          redirect "/evidence/inquiries/#{params["number"]}/answers/#{answer.position}"
        rescue Errors::Invalid => e
          refuse params["question"], ASKED, Words.problems(e.problems)
        end

        get "/:number/answers/:position" do
          told = mark(find) # before the answer is read: what changes in between is noticed
          answer = one_answer
          result = answer.done? ? Queries::AnswerResult.new(answer) : nil
          report, course = drawn(result)
          page = Pages::Inquiries::Answer.new(
            context,
            answer,
            result: result,
            mark: told,
            report: report,
            course: course
          )
          show_page page
        end

        get "/:number/answers/:position/report.pdf" do
          answer = one_answer
          raise Errors::Missing, :answer_no_report_own unless answer.report_sha256

          pdf(answer.report_sha256, "#{answer.inquiry.number} answer #{answer.position}.pdf")
        end

        get "/:number/answers/:position/:list.csv" do
          answer = one_answer
          list = answer.done? && Queries::AnswerResult.new(answer).list(params["list"]) or raise Errors::Missing,
            :answer_no_such_list
          content_type "text/csv", charset: "utf-8"
          attachment "#{answer.inquiry.number} #{answer.position} #{list["name"]}.csv"
          Queries::CsvText.of(list["columns"].map { |column| column["title"] }, list["rows"])
        end

        post "/:number/answers/:position/items/:item" do
          Operations::TestSample.call(
            actor,
            number: params["number"],
            position: params["position"].to_i,
            item: params["item"].to_i,
            verdict: params["verdict"].to_s,
            note: text_param("note")
          )
          redirect "/evidence/inquiries/#{params["number"]}/answers/#{params["position"].to_i}#item-" \
                   "#{params["item"].to_i}"
        rescue Errors::Invalid => e
          answer = one_answer
          page = Pages::Inquiries::Answer.new(
            context,
            answer,
            result: Queries::AnswerResult.new(answer),
            mark: nil,
            item: params["item"].to_i,
            note: text_param("note"),
            problems: Words.problems(e.problems)
          )
          show_page page, code: 422
        end

        private

        # [report of the check, course] of the document that was asked about, as drawings; nil for other questions.
        def drawn(result)
          return unless result&.answer&.question == "this_document"

          filed, brought = %w[sha256 brought].map { |name| result.fact(name) }
          shown = brought || filed or return
          bytes = office.blobs.get(shown)
          report = Ports::Confined.call { Core::Pdf::Check.call(bytes, **office.accepted, at: office.now) }
          [(report if report.revisions.any?), course_of(filed.to_s)]
        rescue Errors::Damaged, Errors::Missing
          nil
        end

        # The course of the docket that filed the document.
        def course_of(sha256)
          version = Queries::Versions.newest(sha256)
          docket = version&.docket_number && Queries::Lookup.docket(version.docket_number)
          docket && Queries::DocketCourse.new(docket, docket.parties, now: office.now).course
        end

        def one_answer
          find.answers_dataset.first(position: params["position"].to_i) || raise(
            Errors::Missing.new(:no_answer, number: params["number"], position: params["position"])
          )
        end

        # A file that is asked about is kept, since it is part of the question.
        def uploaded
          file = params["file"]
          return {} unless file.is_a?(Hash) && file[:tempfile]

          bytes = file[:tempfile].read(Core::Pdf::Intake::MAX_BYTES + 1).to_s
          raise Errors::Invalid, { "file" => :too_large } if bytes.bytesize > Core::Pdf::Intake::MAX_BYTES

          bytes.empty? ? {} : { "document" => office.blobs.put(bytes) }
        end

        def pdf(sha256, name)
          content_type :pdf
          attachment name
          office.blobs.get(sha256)
        end
      end
    end
  end
end
