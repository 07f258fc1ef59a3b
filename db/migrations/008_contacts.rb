# frozen_string_literal: true

# People and organisations outside.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE contacts (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        kind text NOT NULL CONSTRAINT contacts_kind CHECK (kind IN ('person', 'organisation')),
        name text NOT NULL CONSTRAINT contacts_name_length CHECK (char_length(name) BETWEEN 1 AND 200),
        email text NOT NULL DEFAULT '' CONSTRAINT contacts_email_length CHECK (char_length(email) <= 254),
        organisation text NOT NULL DEFAULT '' CONSTRAINT contacts_organisation_length CHECK
          (char_length(organisation) <= 200),
        telephone text NOT NULL DEFAULT '' CONSTRAINT contacts_telephone_length CHECK (char_length(telephone) <= 40),
        role text NOT NULL DEFAULT '' CONSTRAINT contacts_role_length CHECK (char_length(role) <= 100),
        notes text NOT NULL DEFAULT '' CONSTRAINT contacts_notes_length CHECK (char_length(notes) <= 2000),
        edits integer NOT NULL DEFAULT 0,
        merged_into bigint REFERENCES contacts CONSTRAINT contacts_not_itself CHECK (merged_into <> id),
        created_at timestamptz NOT NULL
      );
      CREATE UNIQUE INDEX contacts_address ON contacts (lower(email)) WHERE email <> '' AND merged_into IS NULL;
      CREATE INDEX contacts_by_name ON contacts (lower(name), id) WHERE merged_into IS NULL;
      CREATE INDEX contacts_trigrams ON contacts USING gin ((name || ' ' || email || ' ' || organisation)
        gin_trgm_ops) WHERE merged_into IS NULL;
    SQL
  end
end
