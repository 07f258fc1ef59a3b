# frozen_string_literal: true

# Repositories of others that are connected by CMIS, and the documents that were taken from them.
Sequel.migration do
  up do
    run <<~SQL
      -- What was signed elsewhere is kept as it came.
      ALTER TABLE versions DROP CONSTRAINT versions_kind;
      ALTER TABLE versions ADD CONSTRAINT versions_kind CHECK (kind IN ('captured', 'revised', 'converted', 'flattened',
        'sealed', 'scan', 'certificate', 'renewed', 'read', 'written', 'signed'));
      CREATE INDEX versions_signed_elsewhere ON versions (record_id) WHERE kind = 'signed';

      CREATE TABLE repositories (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        name text NOT NULL CONSTRAINT repositories_name CHECK (char_length(name) BETWEEN 1 AND 60),
        url text NOT NULL,
        user_name text NOT NULL,
        -- Closed under the master key.
        secret text NOT NULL,
        record_class_id bigint NOT NULL REFERENCES record_classes,
        case_file_id bigint NOT NULL REFERENCES case_files,
        -- {particular => property}
        mapping jsonb NOT NULL DEFAULT '{}',
        -- To which property the state is written; none where it is empty.
        state_property text NOT NULL DEFAULT '',
        -- Is a document checked out while it is here?
        checks_out boolean NOT NULL,
        -- The address of a document for people, with {{id}}; none where it is empty.
        link text NOT NULL DEFAULT '',
        account_id bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        ended_at timestamptz
      );
      CREATE UNIQUE INDEX repositories_by_name ON repositories (lower(name)) WHERE ended_at IS NULL;
      CREATE TABLE repository_documents (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        repository_id bigint NOT NULL REFERENCES repositories,
        record_id bigint NOT NULL CONSTRAINT repository_documents_record UNIQUE REFERENCES records,
        object_key text NOT NULL,
        series_id text NOT NULL,
        version_label text NOT NULL,
        working_copy_id text,
        name text NOT NULL,
        taken_by bigint NOT NULL REFERENCES accounts,
        taken_at timestamptz NOT NULL,
        told_state text NOT NULL DEFAULT '',
        problem text,
        returned_at timestamptz,
        certificate_at timestamptz
      );
      CREATE INDEX repository_documents_by_repository ON repository_documents (repository_id, id);
      CREATE UNIQUE INDEX repository_documents_once ON repository_documents (repository_id, series_id)
        WHERE returned_at IS NULL;
    SQL
  end
end
