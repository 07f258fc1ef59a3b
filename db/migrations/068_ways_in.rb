# frozen_string_literal: true

# Folders and mailboxes out of which files come in by themselves.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE ways_in (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        kind text NOT NULL CONSTRAINT ways_in_kind CHECK (kind IN ('folder', 'mailbox')),
        name text NOT NULL CONSTRAINT ways_in_name CHECK (char_length(name) BETWEEN 1 AND 60),
        -- With whose rights.
        account_id bigint NOT NULL REFERENCES accounts,
        record_class_id bigint NOT NULL REFERENCES record_classes,
        case_file_id bigint NOT NULL REFERENCES case_files,
        -- The name of a folder, or the address of a mailbox, closed under the master key.
        place text NOT NULL,
        senders text NOT NULL DEFAULT '',
        pattern text NOT NULL DEFAULT '',
        particulars jsonb NOT NULL DEFAULT '{}',
        made_at timestamptz NOT NULL,
        looked_at timestamptz,
        problem text,
        ended_at timestamptz
      );
      CREATE UNIQUE INDEX ways_in_by_name ON ways_in (lower(name)) WHERE ended_at IS NULL;
      CREATE TABLE arrivals (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        way_in_id bigint NOT NULL REFERENCES ways_in,
        key text NOT NULL,
        name text NOT NULL,
        sender text,
        intake_id bigint REFERENCES intakes,
        problem text,
        created_at timestamptz NOT NULL,
        CONSTRAINT arrivals_key UNIQUE (way_in_id, key)
      );
      CREATE INDEX arrivals_by_time ON arrivals (way_in_id, created_at, id);
      CREATE INDEX arrivals_by_intake ON arrivals (intake_id);
    SQL
  end
end
