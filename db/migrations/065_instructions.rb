# frozen_string_literal: true

# Standing instructions: what they say, version by version, and each run of one. Versions and who published them are
# evidence; runs are plans, of which the ledger tells on a chain of each.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE instructions (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT instructions_number UNIQUE,
        title text NOT NULL CONSTRAINT instructions_title CHECK (char_length(title) BETWEEN 1 AND 200),
        -- With whose rights it acts: whoever wrote the version that is in force.
        owner_id bigint NOT NULL REFERENCES accounts,
        -- The version in force; nothing happens before there is one.
        version integer,
        -- Taken from that version, so that what an event may start is found at once.
        starts_on text,
        record_class_id bigint REFERENCES record_classes,
        paused_at timestamptz,
        paused_because text,
        made_at timestamptz NOT NULL
      );
      CREATE INDEX instructions_by_start ON instructions (starts_on, record_class_id)
        WHERE version IS NOT NULL AND paused_at IS NULL;

      CREATE TABLE instruction_versions (
        instruction_id bigint NOT NULL REFERENCES instructions,
        version integer NOT NULL,
        title text NOT NULL,
        definition jsonb NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        PRIMARY KEY (instruction_id, version)
      );
      CREATE TABLE instruction_publications (
        instruction_id bigint NOT NULL,
        version integer NOT NULL,
        published_by bigint NOT NULL REFERENCES accounts,
        published_at timestamptz NOT NULL,
        PRIMARY KEY (instruction_id, version),
        FOREIGN KEY (instruction_id, version) REFERENCES instruction_versions
      );
      REVOKE UPDATE, DELETE, TRUNCATE ON instruction_versions, instruction_publications FROM justseal_app;
      CREATE TRIGGER instruction_versions_stated AFTER INSERT OR UPDATE OR DELETE ON instruction_versions
        FOR EACH ROW EXECUTE FUNCTION state_row('instruction_id version', '', '');
      CREATE CONSTRAINT TRIGGER instruction_versions_told AFTER INSERT OR UPDATE OR DELETE ON instruction_versions
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER instruction_publications_stated AFTER INSERT OR UPDATE OR DELETE ON instruction_publications
        FOR EACH ROW EXECUTE FUNCTION state_row('instruction_id version', '', '');
      CREATE CONSTRAINT TRIGGER instruction_publications_told
        AFTER INSERT OR UPDATE OR DELETE ON instruction_publications
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      CREATE TABLE instruction_runs (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT instruction_runs_number UNIQUE,
        instruction_id bigint NOT NULL REFERENCES instructions,
        version integer NOT NULL,
        -- What it was started for: the same never starts it twice.
        key text NOT NULL,
        record_id bigint REFERENCES records,
        docket_id bigint REFERENCES dockets,
        circulation_id bigint REFERENCES circulations,
        -- What a call from outside brought, and the names of what steps left behind.
        call jsonb NOT NULL DEFAULT '{}',
        -- The run that caused what started this one.
        origin_id bigint REFERENCES instruction_runs,
        -- The step that is next, from 0; and how often its docket was prepared.
        step integer NOT NULL DEFAULT 0,
        tries integer NOT NULL DEFAULT 0,
        state text NOT NULL CONSTRAINT instruction_runs_state
          CHECK (state IN ('running', 'look', 'docket', 'person', 'limit', 'done', 'ended', 'loop')),
        problem text,
        -- [{"step", "outcome", "at", ...}], in order.
        course jsonb NOT NULL DEFAULT '[]',
        created_at timestamptz NOT NULL,
        state_since timestamptz NOT NULL,
        CONSTRAINT instruction_runs_key UNIQUE (instruction_id, key)
      );
      CREATE INDEX instruction_runs_by_instruction ON instruction_runs (instruction_id, id);
      CREATE INDEX instruction_runs_by_state ON instruction_runs (instruction_id, state, id);
      CREATE INDEX instruction_runs_by_start ON instruction_runs (instruction_id, created_at);
      CREATE INDEX instruction_runs_by_record ON instruction_runs (record_id, id);
      CREATE INDEX instruction_runs_by_docket ON instruction_runs (docket_id) WHERE state IN ('look', 'docket');

      -- Every docket that a run prepared.
      CREATE TABLE instruction_dockets (
        docket_id bigint PRIMARY KEY REFERENCES dockets,
        run_id bigint NOT NULL REFERENCES instruction_runs
      );
      CREATE INDEX instruction_dockets_by_run ON instruction_dockets (run_id);

      -- For which records a condition holds that starts an instruction when it comes to hold.
      CREATE TABLE instruction_matches (
        instruction_id bigint NOT NULL REFERENCES instructions,
        record_id bigint NOT NULL REFERENCES records,
        PRIMARY KEY (instruction_id, record_id)
      );
    SQL
  end
end
