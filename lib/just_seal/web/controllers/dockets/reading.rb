# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # A document of a docket as it stands now, read in place.
      module Reading
        extend RouteSet

        get "/:number/documents/:position" do
          allow!(:download)
          docket = find
          documents = docket.documents_dataset.eager(record: :case_file).all.select { |one| sight.record?(one.record) }
          show_page Pages::Dockets::Read.new(context, document_of(docket), documents: documents)
        end

        get "/:number/documents/:position/file" do
          document = document_of(find)
          content_type :pdf
          headers "content-disposition" => "inline"
          Operations::ReadDocument.call(actor, docket: document.docket, position: document.position)
        end

        get "/:number/documents/:position/marks" do
          allow!(:download)
          document = document_of(find)
          show_marks(document, document.stands_at)
        end

        private

        def document_of(docket)
          document = docket.documents_dataset.eager(:version, record: :case_file, docket: :parties).first(
            position: params["position"].to_i
          )
          raise Errors::Missing, :no_such_document unless document && sight.record?(document.record)

          document
        end
      end
    end
  end
end
