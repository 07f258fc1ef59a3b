# frozen_string_literal: true

module JustSeal
  module Web
    class Inquiries < Base
      # The document that an inquiry asked about, read in place.
      module Reading
        extend RouteSet

        get "/:number/answers/:position/document" do
          answer, _, name = asked_about
          show_page Pages::Inquiries::Read.new(context, answer, name: name)
        end

        get "/:number/answers/:position/document/file" do
          _, sha256, = asked_about
          content_type :pdf
          headers "content-disposition" => "inline"
          office.blobs.get(sha256)
        end

        get "/:number/answers/:position/document/marks" do
          _, sha256, = asked_about
          show_marks(Queries::Versions.document(Queries::Versions.newest(sha256)), sha256)
        end

        private

        # [answer, SHA-256 of the document, its name]. What was brought with the question is part of it; what is filed
        # has to be within sight.
        def asked_about
          answer = one_answer
          result = answer.done? && Queries::AnswerResult.new(answer)
          sha256 = result && (result.fact("brought") || result.fact("sha256"))
          raise Errors::Missing, :answer_no_such_list unless answer.question == "this_document" && sha256

          record = Queries::Versions.newest(sha256)&.record
          visible = result.fact("brought") || record.nil? || sight.record?(record)
          raise Errors::Missing, :answer_no_such_list unless visible

          [answer, sha256, record&.title || sha256[0, 16]]
        end
      end
    end
  end
end
