# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands a file that a party brought to a member of staff, and enters who took it.
    class HandOutFile < Operation
      # +number+: of the docket; +id+: of the file. Returns [file name, bytes]. Raises Errors::Missing.
      def call(actor, number:, id:)
        allow!(actor, :download)
        docket = Queries::VisibleScope.new(actor).dockets.first(number: number) or raise Errors::Missing.new(
          :no_docket,
          number: number
        )
        fields = Store::Field.where(document_id: docket.documents_dataset.select(:id)).select(:id)
        file = Store::DocketFile.first(
          id: id,
          field_id: fields
        ) or raise Errors::Missing.new(:no_such_file_of_docket, number: number)
        docket.documents.each { |document| refuse_destroyed!(document.record) }
        transaction do
          record_event(docket, "file.downloaded", actor, "file_name" => file.file_name, "sha256" => file.sha256)
        end
        [file.file_name, office.blobs.get(file.sha256)]
      end
    end
  end
end
