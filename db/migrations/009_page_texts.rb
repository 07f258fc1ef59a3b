# frozen_string_literal: true

# The text of documents, page by page, so that a find can say on which page it hit; and with each record the state of
# its newest docket, so that lists by state need not look through all dockets.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE page_texts (
        version_id bigint NOT NULL REFERENCES versions,
        record_id bigint NOT NULL REFERENCES records,
        page integer NOT NULL CONSTRAINT page_texts_page CHECK (page > 0),
        body text NOT NULL,
        words tsvector GENERATED ALWAYS AS (to_tsvector('simple', body)) STORED,
        PRIMARY KEY (version_id, page)
      );
      CREATE INDEX page_texts_words ON page_texts USING gin (words);
      CREATE INDEX page_texts_by_record ON page_texts (record_id);
      CREATE INDEX parties_email_trigrams ON parties USING gin (email gin_trgm_ops);
      CREATE INDEX parties_by_docket ON parties (docket_id);

      ALTER TABLE records ADD COLUMN docket_state text CONSTRAINT records_docket_state
        CHECK (docket_state IN ('draft', 'out', 'sealed', 'refused', 'withdrawn', 'lapsed'));
      UPDATE records SET docket_state = newest.state FROM (
        SELECT DISTINCT ON (record_id) record_id, state FROM docket_documents JOIN dockets ON dockets.id =
          docket_id ORDER BY record_id, docket_id DESC
      ) AS newest WHERE newest.record_id = records.id;
      CREATE INDEX records_free ON records (created_at DESC, id DESC)
        WHERE docket_state IS NULL OR docket_state IN ('refused', 'withdrawn', 'lapsed');

      CREATE INDEX records_number_trigrams ON records USING gin (number gin_trgm_ops);
      CREATE INDEX records_particulars_trigrams ON records USING gin ((particulars::text) gin_trgm_ops);
    SQL
  end
end
