# frozen_string_literal: true

# The text of documents, page by page, so that a find can say on which page it hit.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE page_texts (
        version_id bigint NOT NULL REFERENCES versions,
        page integer NOT NULL CONSTRAINT page_texts_page CHECK (page > 0),
        body text NOT NULL,
        words tsvector GENERATED ALWAYS AS (to_tsvector('simple', body)) STORED,
        PRIMARY KEY (version_id, page)
      );
      CREATE INDEX page_texts_words ON page_texts USING gin (words);
      CREATE INDEX records_number_trigrams ON records USING gin (number gin_trgm_ops);
      CREATE INDEX records_particulars_trigrams ON records USING gin ((particulars::text) gin_trgm_ops);
    SQL
  end
end
