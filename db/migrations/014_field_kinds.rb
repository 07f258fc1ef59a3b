# frozen_string_literal: true

# Fields of all kinds with their settings and values; files that parties bring; dockets of several documents, some of
# them not to be signed.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE fields DROP CONSTRAINT fields_kind;
      ALTER TABLE fields
        ADD CONSTRAINT fields_kind CHECK (kind IN ('signature', 'initials', 'acting_date', 'full_name',
          'email', 'organisation', 'job_title', 'date', 'text', 'text_lines',
          'number', 'money', 'choice', 'one_of', 'tick', 'computed', 'particular', 'attachment')),
        ADD COLUMN key text NOT NULL DEFAULT '' CONSTRAINT fields_key_length CHECK (char_length(key) <= 40),
        ADD COLUMN settings jsonb NOT NULL DEFAULT '{}',
        ADD COLUMN anchor text NOT NULL DEFAULT '',
        -- What the party has typed and not signed yet; what it signed.
        ADD COLUMN draft text,
        ADD COLUMN value text;

      CREATE TABLE docket_files (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        field_id bigint NOT NULL CONSTRAINT docket_files_field UNIQUE REFERENCES fields,
        file_name text NOT NULL,
        media text NOT NULL CONSTRAINT docket_files_media CHECK (media IN ('pdf', 'png', 'jpeg')),
        sha256 text NOT NULL,
        size_bytes bigint NOT NULL,
        brought_at timestamptz NOT NULL
      );

      ALTER TABLE parties ADD COLUMN job_title text NOT NULL DEFAULT '' CONSTRAINT parties_job_title_length
        CHECK (char_length(job_title) <= 100);
      ALTER TABLE accounts ADD COLUMN job_title text NOT NULL DEFAULT '';

      ALTER TABLE docket_documents
        ADD COLUMN role text NOT NULL DEFAULT 'sign' CONSTRAINT docket_documents_role CHECK (role IN ('sign',
          'enclosure')),
        -- The record's particulars as they were when the docket was sent: {name: [type, value]}.
        ADD COLUMN particulars jsonb,
        ADD CONSTRAINT docket_documents_once UNIQUE (docket_id, record_id);
      ALTER TABLE docket_documents DROP CONSTRAINT docket_documents_position;
      ALTER TABLE docket_documents ADD CONSTRAINT docket_documents_position UNIQUE (docket_id, position)
        DEFERRABLE INITIALLY DEFERRED;
    SQL
  end
end
