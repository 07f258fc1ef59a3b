# frozen_string_literal: true

# Named groups of fields that the office keeps; their versions are never changed.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE field_sets (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        name text NOT NULL CONSTRAINT field_sets_name UNIQUE,
        version integer NOT NULL,
        retired_at timestamptz
      );
      CREATE TABLE field_set_versions (
        set_id bigint NOT NULL REFERENCES field_sets,
        version integer NOT NULL,
        definition jsonb NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        PRIMARY KEY (set_id, version)
      );
      CREATE INDEX fields_by_set ON fields ((split_part(settings ->> 'set', '/', 1))) WHERE settings ? 'set';
    SQL
  end
end
