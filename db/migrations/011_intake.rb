# frozen_string_literal: true

# Files on their way into the repository: what is dropped lies in an intake until it is kept as records.
# Word-processor files are kept beside the PDF that is made of them; document templates belong to a class.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE versions
        ADD COLUMN media text NOT NULL DEFAULT 'pdf' CONSTRAINT versions_media CHECK (media IN ('pdf', 'docx', 'odt')),
        ADD COLUMN findings jsonb NOT NULL DEFAULT '[]',
        DROP CONSTRAINT versions_pages,
        ADD CONSTRAINT versions_pages CHECK ((media = 'pdf') = (page_count > 0)),
        ADD CONSTRAINT versions_locked_pdf CHECK (media = 'pdf' OR NOT locked);

      CREATE TABLE document_templates (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        record_class_id bigint NOT NULL REFERENCES record_classes,
        title text NOT NULL CONSTRAINT document_templates_title_length CHECK (char_length(title) BETWEEN 1 AND 200),
        file_name text NOT NULL,
        media text NOT NULL CONSTRAINT document_templates_media CHECK (media IN ('docx', 'odt')),
        sha256 text NOT NULL CONSTRAINT document_templates_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        size_bytes bigint NOT NULL,
        created_by bigint NOT NULL REFERENCES accounts,
        created_at timestamptz NOT NULL,
        retired_at timestamptz
      );
      CREATE INDEX document_templates_of_class ON document_templates (record_class_id) WHERE retired_at IS NULL;

      CREATE TABLE intakes (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        record_class_id bigint NOT NULL REFERENCES record_classes,
        case_file_id bigint REFERENCES case_files,
        record_id bigint REFERENCES records,
        template_id bigint REFERENCES document_templates,
        typed jsonb NOT NULL DEFAULT '{}',
        created_at timestamptz NOT NULL,
        ended_at timestamptz
      );
      CREATE INDEX intakes_open ON intakes (account_id, created_at DESC) WHERE ended_at IS NULL;
      CREATE INDEX intakes_by_record ON intakes (record_id) WHERE record_id IS NOT NULL;

      CREATE TABLE intake_files (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        intake_id bigint NOT NULL REFERENCES intakes,
        file_name text NOT NULL,
        media text NOT NULL CONSTRAINT intake_files_media CHECK (media IN ('pdf', 'docx', 'odt')),
        sha256 text NOT NULL CONSTRAINT intake_files_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        size_bytes bigint NOT NULL CONSTRAINT intake_files_size CHECK (size_bytes > 0),
        state text NOT NULL DEFAULT 'waiting' CONSTRAINT intake_files_state CHECK (state IN ('waiting',
          'ready', 'unfit', 'kept', 'left_out')),
        problem text,
        pdf_sha256 text CONSTRAINT intake_files_pdf_sha256 CHECK (pdf_sha256 ~ '^[0-9a-f]{64}$'),
        pdf_size_bytes bigint,
        page_count integer NOT NULL DEFAULT 0,
        page_sizes jsonb NOT NULL DEFAULT '[]',
        findings jsonb NOT NULL DEFAULT '[]',
        offers jsonb NOT NULL DEFAULT '{}',
        kind text NOT NULL DEFAULT 'captured' CONSTRAINT intake_files_kind CHECK (kind IN ('captured', 'scan')),
        flattened boolean NOT NULL DEFAULT false,
        marks jsonb NOT NULL DEFAULT '{}',
        record_id bigint REFERENCES records,
        created_at timestamptz NOT NULL,
        CONSTRAINT intake_files_ready CHECK (state <> 'ready' OR (pdf_sha256 IS NOT NULL AND page_count > 0))
      );
      CREATE INDEX intake_files_of_intake ON intake_files (intake_id, id);

      CREATE TABLE saved_finds (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        title text NOT NULL CONSTRAINT saved_finds_title_length CHECK (char_length(title) BETWEEN 1 AND 80),
        query text NOT NULL CONSTRAINT saved_finds_query_length CHECK (char_length(query) <= 2000),
        created_at timestamptz NOT NULL,
        CONSTRAINT saved_finds_title UNIQUE (account_id, title)
      );
    SQL
  end
end
