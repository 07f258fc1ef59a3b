# frozen_string_literal: true

# Which files of a table were kept as records: an import that is run again goes on where it stopped.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE record_imports (
        sha256 text NOT NULL CONSTRAINT record_imports_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        file_name text NOT NULL,
        record_id bigint NOT NULL REFERENCES records,
        imported_at timestamptz NOT NULL,
        PRIMARY KEY (sha256, file_name)
      );
      CREATE INDEX record_imports_by_record ON record_imports (record_id);
    SQL
  end
end
