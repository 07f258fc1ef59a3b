# frozen_string_literal: true

# Record classes form a tree and have versions: a record keeps the definition that it was made under.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE record_classes
        ADD COLUMN parent_id bigint REFERENCES record_classes,
        ADD COLUMN checks jsonb NOT NULL DEFAULT '[]',
        ADD COLUMN naming_rule text NOT NULL DEFAULT '',
        ADD COLUMN filing_rule text NOT NULL DEFAULT '',
        ADD COLUMN version integer NOT NULL DEFAULT 1;

      CREATE TABLE record_class_versions (
        record_class_id bigint NOT NULL REFERENCES record_classes,
        version integer NOT NULL CONSTRAINT record_class_versions_version CHECK (version > 0),
        definition jsonb NOT NULL,
        created_by bigint REFERENCES accounts,
        created_at timestamptz NOT NULL,
        PRIMARY KEY (record_class_id, version)
      );
      INSERT INTO record_class_versions (record_class_id, version, definition, created_at)
        SELECT id, 1, jsonb_build_object('code', code, 'title', title, 'scope_note', scope_note,
          'needs_signature', needs_signature,
                                         'particulars', particulars, 'checks', checks, 'naming_rule',
                                           naming_rule, 'filing_rule', filing_rule), now()
        FROM record_classes;
      REVOKE UPDATE, DELETE, TRUNCATE ON record_class_versions FROM justseal_app;

      ALTER TABLE case_files ADD COLUMN parent_id bigint REFERENCES case_files;
      CREATE UNIQUE INDEX case_files_place ON case_files (coalesce(parent_id, 0), lower(title));

      ALTER TABLE records ADD COLUMN class_version integer NOT NULL DEFAULT 1;
    SQL
  end
end
