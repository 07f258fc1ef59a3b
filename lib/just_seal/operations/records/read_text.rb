# frozen_string_literal: true

module JustSeal
  module Operations
    # Reads the text of a version into the find. Safe to run twice.
    class ReadText < Operation
      # What to_tsvector takes at the most is a megabyte; a page of a document has some thousand characters.
      MAX_CHARACTERS = 200_000

      def call(version_id)
        version = Store::Version[version_id] or return
        pages = office.text.pages(office.blobs.get(version.sha256))
        rows = pages.each_with_index.map do |text, index|
          {
            version_id: version_id,
            record_id: version.record_id,
            page: index + 1,
            body: text.delete("\0")[0, MAX_CHARACTERS]
          }
        end
        transaction do
          db[:page_texts].where(version_id: version_id).delete
          db[:page_texts].multi_insert(rows)
        end
      end
    end
  end
end
