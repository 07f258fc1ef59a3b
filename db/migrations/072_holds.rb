# frozen_string_literal: true

# Holds: what they are about, who placed and who lifted them. Which records they cover is asked whenever something
# hangs on it; held_records remembers what was covered once, and stays until the hold is lifted.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE holds (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT holds_number UNIQUE,
        title text NOT NULL CONSTRAINT holds_title CHECK (char_length(title) BETWEEN 1 AND 200),
        reason text NOT NULL,
        stops_dockets boolean NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        lift_asked_by bigint REFERENCES accounts,
        lift_asked_at timestamptz,
        lift_because text,
        lifted_by bigint REFERENCES accounts,
        lifted_at timestamptz,
        CONSTRAINT holds_two_persons CHECK (lifted_by IS NULL OR coalesce(lift_asked_by <> lifted_by, false))
      );
      CREATE INDEX holds_live ON holds (id) WHERE lifted_at IS NULL;
      CREATE TABLE hold_terms (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        hold_id bigint NOT NULL REFERENCES holds,
        kind text NOT NULL CONSTRAINT hold_terms_kind
          CHECK (kind IN ('record', 'case_file', 'class', 'person', 'find', 'inquiry')),
        -- Number, code, mail address or name, or what a find looks for.
        value text NOT NULL,
        -- Parameters of a find, scope of an inquiry as it was then.
        facts jsonb NOT NULL DEFAULT '{}',
        added_by bigint NOT NULL REFERENCES accounts,
        added_at timestamptz NOT NULL,
        CONSTRAINT hold_terms_once UNIQUE (hold_id, kind, value)
      );
      REVOKE DELETE, TRUNCATE ON holds FROM justseal_app;
      REVOKE UPDATE, DELETE, TRUNCATE ON hold_terms FROM justseal_app;
      CREATE TRIGGER holds_stated AFTER INSERT OR UPDATE OR DELETE ON holds
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', '');
      CREATE CONSTRAINT TRIGGER holds_told AFTER INSERT OR UPDATE OR DELETE ON holds
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER hold_terms_stated AFTER INSERT OR UPDATE OR DELETE ON hold_terms
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', 'value facts');
      CREATE CONSTRAINT TRIGGER hold_terms_told AFTER INSERT OR UPDATE OR DELETE ON hold_terms
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      CREATE TABLE held_records (
        hold_id bigint NOT NULL REFERENCES holds,
        record_id bigint NOT NULL REFERENCES records,
        since timestamptz NOT NULL,
        released_at timestamptz,
        PRIMARY KEY (hold_id, record_id)
      );
      CREATE INDEX held_records_by_record ON held_records (record_id) WHERE released_at IS NULL;
      CREATE INDEX parties_by_name ON parties (lower(name));
      CREATE INDEX party_members_by_address ON party_members (lower(email));
    SQL
  end
end
