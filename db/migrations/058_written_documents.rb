# frozen_string_literal: true

# Documents that are written in place, the fields that were typed into them, and clauses that the office keeps.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE versions DROP CONSTRAINT versions_kind, DROP CONSTRAINT versions_media;
      ALTER TABLE versions
        ADD CONSTRAINT versions_kind CHECK (kind IN ('captured', 'revised', 'converted', 'flattened', 'sealed', 'scan',
          'certificate', 'renewed', 'read', 'written')),
        ADD CONSTRAINT versions_media CHECK (media IN ('pdf', 'docx', 'odt', 'html'));
      -- Of the PDF that was made of a text: where its fields stand.
      CREATE TABLE typed_fields (
        version_id bigint PRIMARY KEY REFERENCES versions,
        fields jsonb NOT NULL
      );
      CREATE TABLE office_clauses (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        name text NOT NULL CONSTRAINT office_clauses_name UNIQUE,
        version integer NOT NULL,
        retired_at timestamptz
      );
      CREATE TABLE office_clause_versions (
        clause_id bigint NOT NULL REFERENCES office_clauses,
        version integer NOT NULL,
        title text NOT NULL CONSTRAINT office_clause_versions_title CHECK (char_length(title) BETWEEN 1 AND 200),
        body text NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        PRIMARY KEY (clause_id, version)
      );
      -- In which written version of a record which version of a clause stands.
      CREATE TABLE clause_uses (
        version_id bigint NOT NULL REFERENCES versions,
        name text NOT NULL,
        clause_version integer NOT NULL,
        PRIMARY KEY (version_id, name, clause_version)
      );
      CREATE INDEX clause_uses_by_name ON clause_uses (name, version_id);
    SQL
  end
end
