# frozen_string_literal: true

# Record classes, case files, records and their versions.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE counters (
        name text PRIMARY KEY,
        value bigint NOT NULL DEFAULT 0
      );

      CREATE TABLE record_classes (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        code text NOT NULL CONSTRAINT record_classes_code UNIQUE CONSTRAINT record_classes_code_form CHECK
          (code ~ '^[A-Z]{2,4}$'),
        title text NOT NULL,
        scope_note text NOT NULL DEFAULT '',
        needs_signature boolean NOT NULL DEFAULT true,
        particulars jsonb NOT NULL DEFAULT '[]'
      );

      CREATE TABLE case_files (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        code text NOT NULL CONSTRAINT case_files_code UNIQUE,
        title text NOT NULL,
        opened_at timestamptz NOT NULL,
        closed_at timestamptz
      );

      CREATE TABLE records (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT records_number UNIQUE,
        record_class_id bigint NOT NULL REFERENCES record_classes,
        case_file_id bigint NOT NULL REFERENCES case_files,
        title text NOT NULL CONSTRAINT records_title_length CHECK (char_length(title) BETWEEN 1 AND 300),
        particulars jsonb NOT NULL DEFAULT '{}',
        created_by bigint NOT NULL REFERENCES accounts,
        created_at timestamptz NOT NULL
      );
      CREATE INDEX records_newest ON records (created_at DESC, id DESC);
      CREATE INDEX records_by_class ON records (record_class_id, created_at DESC, id DESC);
      CREATE INDEX records_by_case_file ON records (case_file_id, created_at DESC, id DESC);
      CREATE INDEX records_title_trigrams ON records USING gin (title gin_trgm_ops);

      CREATE TABLE versions (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        record_id bigint NOT NULL REFERENCES records,
        number integer NOT NULL CONSTRAINT versions_number CHECK (number > 0),
        kind text NOT NULL CONSTRAINT versions_kind
          CHECK (kind IN ('captured', 'revised', 'converted', 'flattened', 'sealed', 'scan', 'certificate')),
        file_name text NOT NULL,
        sha256 text NOT NULL CONSTRAINT versions_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        size_bytes bigint NOT NULL CONSTRAINT versions_size CHECK (size_bytes > 0),
        page_count integer NOT NULL CONSTRAINT versions_pages CHECK (page_count > 0),
        page_sizes jsonb NOT NULL,
        why text NOT NULL,
        docket_number text,
        created_by bigint REFERENCES accounts,
        created_at timestamptz NOT NULL,
        locked boolean NOT NULL DEFAULT false CONSTRAINT versions_locked CHECK (locked OR kind NOT IN
          ('sealed', 'certificate')),
        CONSTRAINT versions_of_record UNIQUE (record_id, number)
      );
      CREATE INDEX versions_sha256_index ON versions (sha256);
      CREATE UNIQUE INDEX versions_once_per_docket ON versions (record_id, docket_number, kind) WHERE
        docket_number IS NOT NULL;

      CREATE FUNCTION refuse_locked_version() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        RAISE EXCEPTION 'version % of record % is locked', OLD.number, OLD.record_id USING ERRCODE =
          'restrict_violation';
      END $$;
      CREATE TRIGGER versions_locked_guard BEFORE UPDATE OR DELETE ON versions FOR EACH ROW WHEN (OLD.locked)
        EXECUTE FUNCTION refuse_locked_version();
    SQL
  end
end
