# frozen_string_literal: true

# Signing by pen: copies of a docket that one party has on paper, and the pictures that came back. They are plans: what
# was printed, brought and taken in is told by the entries of the docket.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE parties ADD COLUMN paper boolean;
      CREATE TABLE paper_copies (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        docket_id bigint NOT NULL REFERENCES dockets,
        party_id bigint NOT NULL REFERENCES parties,
        number integer NOT NULL,
        code text NOT NULL CONSTRAINT paper_copies_code UNIQUE
          CONSTRAINT paper_copies_code_form CHECK (code ~ '^[2-9A-HJ-NP-Z]{10}$'),
        state text NOT NULL DEFAULT 'out'
          CONSTRAINT paper_copies_state CHECK (state IN ('out', 'entered', 'taken_in', 'ended')),
        ended_because text
          CONSTRAINT paper_copies_ended CHECK (ended_because IN ('cancelled', 'lost', 'replaced', 'docket_ended')),
        chosen_by text NOT NULL CONSTRAINT paper_copies_chosen CHECK (chosen_by IN ('party', 'sender')),
        waits boolean NOT NULL,
        -- [{"position", "sha256", "sizes": [[width, height], ...]}, ...] of what was printed.
        documents jsonb NOT NULL,
        pack_sha256 text NOT NULL CONSTRAINT paper_copies_pack CHECK (pack_sha256 ~ '^[0-9a-f]{64}$'),
        -- What stands on the paper, as somebody read it: {"typed", "day", "signed", "place"}.
        entered jsonb NOT NULL DEFAULT '{}',
        entered_by bigint REFERENCES accounts,
        confirmed_by bigint REFERENCES accounts,
        scan_sha256 text CONSTRAINT paper_copies_scan CHECK (scan_sha256 ~ '^[0-9a-f]{64}$'),
        created_at timestamptz NOT NULL,
        ended_at timestamptz,
        CONSTRAINT paper_copies_number UNIQUE (docket_id, number)
      );
      -- A party has one at a time.
      CREATE UNIQUE INDEX paper_copies_open ON paper_copies (party_id) WHERE state IN ('out', 'entered');

      CREATE TABLE paper_files (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        copy_id bigint NOT NULL REFERENCES paper_copies,
        file_name text NOT NULL CONSTRAINT paper_files_name CHECK (char_length(file_name) <= 255),
        sha256 text NOT NULL CONSTRAINT paper_files_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        media text NOT NULL CONSTRAINT paper_files_media CHECK (media IN ('pdf', 'png', 'jpeg')),
        state text NOT NULL DEFAULT 'waiting'
          CONSTRAINT paper_files_state CHECK (state IN ('waiting', 'read', 'unreadable', 'left_out')),
        brought_by bigint NOT NULL REFERENCES accounts,
        brought_at timestamptz NOT NULL
      );
      CREATE INDEX paper_files_by_copy ON paper_files (copy_id, id);

      CREATE TABLE paper_pictures (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        file_id bigint NOT NULL REFERENCES paper_files,
        page integer NOT NULL,
        sha256 text NOT NULL CONSTRAINT paper_pictures_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        width integer NOT NULL,
        height integer NOT NULL,
        -- [[text of the mark, [x, y]], ...]
        marks jsonb NOT NULL,
        CONSTRAINT paper_pictures_page UNIQUE (file_id, page)
      );
    SQL
  end
end
