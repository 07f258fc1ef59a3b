# frozen_string_literal: true

# A visit is one browser at one party's turn: what was proved, agreed to, typed and read in it counts in it alone.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE visits (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint NOT NULL REFERENCES parties,
        link_id bigint NOT NULL REFERENCES personal_links,
        number integer NOT NULL,
        handle text NOT NULL CONSTRAINT visits_handle UNIQUE,
        secret_sha256 text NOT NULL,
        address text,
        client text,
        host text,
        via text,
        begun_at timestamptz NOT NULL,
        used_at timestamptz NOT NULL,
        ended_at timestamptz,
        consent_version integer,
        consented_at timestamptz,
        level_reached integer,
        draft jsonb NOT NULL DEFAULT '{}',
        typed jsonb NOT NULL DEFAULT '{}',
        handed_out text[] NOT NULL DEFAULT '{}',
        CONSTRAINT visits_number UNIQUE (party_id, number)
      );
      CREATE INDEX visits_by_link ON visits (link_id);

      ALTER TABLE proofs ADD COLUMN visit_id bigint REFERENCES visits;
      ALTER TABLE party_codes ADD COLUMN visit_id bigint REFERENCES visits;
      ALTER TABLE challenges ADD COLUMN visit_id bigint REFERENCES visits;
      ALTER TABLE pads ADD COLUMN visit_id bigint REFERENCES visits;
      ALTER TABLE prepared_acts ADD COLUMN visit_id bigint REFERENCES visits;
      ALTER TABLE docket_files
        ADD COLUMN visit_id bigint REFERENCES visits,
        DROP CONSTRAINT docket_files_field,
        ADD CONSTRAINT docket_files_field UNIQUE (field_id, visit_id);

      ALTER TABLE parties ADD COLUMN acted_visit_id bigint REFERENCES visits, DROP COLUMN draft;
      ALTER TABLE fields DROP COLUMN draft;
    SQL
  end
end
