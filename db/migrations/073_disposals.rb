# frozen_string_literal: true

# Disposals: lists of what is let go, line by line, who approved them, and the stub that stays of each record. Stubs,
# approvals and lines are evidence. Hashes of bytes that are to go are worked off by a job.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE disposals (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT disposals_number UNIQUE,
        title text NOT NULL CONSTRAINT disposals_title CHECK (char_length(title) BETWEEN 1 AND 200),
        -- What had fallen due by that day was listed, of that class with all beneath it, or of all.
        due_by date NOT NULL,
        record_class_id bigint REFERENCES record_classes,
        state text NOT NULL
          CONSTRAINT disposals_state CHECK (state IN ('review', 'approval', 'running', 'done', 'ended')),
        -- Where its certificate is filed, and as what.
        certificate_class_id bigint NOT NULL REFERENCES record_classes,
        certificate_file_id bigint NOT NULL REFERENCES case_files,
        certificate_record_id bigint REFERENCES records,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        begun_at timestamptz,
        ended_at timestamptz
      );
      CREATE TABLE disposal_lines (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        disposal_id bigint NOT NULL REFERENCES disposals,
        record_id bigint NOT NULL REFERENCES records,
        -- The schedule by which it was listed, and the day.
        basis jsonb NOT NULL,
        due_on date NOT NULL,
        decision text CONSTRAINT disposal_lines_decision CHECK (decision IN ('destroy', 'keep')),
        because text,
        decided_by bigint REFERENCES accounts,
        decided_at timestamptz,
        -- What became of it: destroyed, or why not.
        outcome text CONSTRAINT disposal_lines_outcome CHECK (outcome IN ('destroyed', 'kept', 'refused')),
        problem text,
        done_at timestamptz,
        CONSTRAINT disposal_lines_once UNIQUE (disposal_id, record_id),
        CONSTRAINT disposal_lines_decided CHECK ((decision IS NULL) = (decided_by IS NULL)),
        CONSTRAINT disposal_lines_done CHECK ((outcome IS NULL) = (done_at IS NULL))
      );
      CREATE INDEX disposal_lines_in_order ON disposal_lines (disposal_id, id);
      CREATE INDEX disposal_lines_left ON disposal_lines (disposal_id, id) WHERE outcome IS NULL;
      CREATE INDEX disposal_lines_by_record ON disposal_lines (record_id);
      CREATE TABLE disposal_approvals (
        disposal_id bigint NOT NULL REFERENCES disposals,
        role text NOT NULL,
        account_id bigint NOT NULL REFERENCES accounts,
        approved_at timestamptz NOT NULL,
        -- SHA-256 over the list as it was approved.
        list_sha256 text NOT NULL,
        PRIMARY KEY (disposal_id, role),
        CONSTRAINT disposal_approvals_persons UNIQUE (disposal_id, account_id)
      );
      CREATE TABLE stubs (
        record_id bigint PRIMARY KEY REFERENCES records,
        disposal_id bigint NOT NULL REFERENCES disposals,
        body text NOT NULL,
        made_at timestamptz NOT NULL
      );
      -- Dockets all of whose records are gone.
      CREATE TABLE docket_stubs (
        docket_id bigint PRIMARY KEY REFERENCES dockets,
        disposal_id bigint NOT NULL REFERENCES disposals
      );
      REVOKE DELETE, TRUNCATE ON disposals, disposal_lines FROM justseal_app;
      REVOKE UPDATE, DELETE, TRUNCATE ON stubs, docket_stubs FROM justseal_app;

      CREATE TRIGGER disposals_stated AFTER INSERT OR UPDATE OR DELETE ON disposals
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', '');
      CREATE CONSTRAINT TRIGGER disposals_told AFTER INSERT OR UPDATE OR DELETE ON disposals
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER disposal_lines_stated AFTER INSERT OR UPDATE OR DELETE ON disposal_lines
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', '');
      CREATE CONSTRAINT TRIGGER disposal_lines_told AFTER INSERT OR UPDATE OR DELETE ON disposal_lines
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER disposal_approvals_stated AFTER INSERT OR UPDATE OR DELETE ON disposal_approvals
        FOR EACH ROW EXECUTE FUNCTION state_row('disposal_id role', '', '');
      CREATE CONSTRAINT TRIGGER disposal_approvals_told AFTER INSERT OR UPDATE OR DELETE ON disposal_approvals
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER stubs_stated AFTER INSERT OR UPDATE OR DELETE ON stubs
        FOR EACH ROW EXECUTE FUNCTION state_row('record_id', '', '');
      CREATE CONSTRAINT TRIGGER stubs_told AFTER INSERT OR UPDATE OR DELETE ON stubs
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER docket_stubs_stated AFTER INSERT OR UPDATE OR DELETE ON docket_stubs
        FOR EACH ROW EXECUTE FUNCTION state_row('docket_id', '', '');
      CREATE CONSTRAINT TRIGGER docket_stubs_told AFTER INSERT OR UPDATE OR DELETE ON docket_stubs
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      CREATE TABLE doomed_bytes (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        sha256 text NOT NULL CONSTRAINT doomed_bytes_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        disposal_id bigint NOT NULL REFERENCES disposals,
        -- To go, set aside, gone, wanted by another record, or locked by the store.
        state text NOT NULL
          CONSTRAINT doomed_bytes_state CHECK (state IN ('doomed', 'aside', 'gone', 'wanted', 'locked')),
        since timestamptz NOT NULL,
        locked_until timestamptz,
        CONSTRAINT doomed_bytes_once UNIQUE (disposal_id, sha256)
      );
      CREATE INDEX doomed_bytes_left ON doomed_bytes (state, id) WHERE state IN ('doomed', 'aside', 'locked');
      CREATE INDEX doomed_bytes_gone ON doomed_bytes (sha256) WHERE state = 'gone';

      -- A locked version stays as it is, but that of a record of which a stub is left loses its name and findings.
      CREATE OR REPLACE FUNCTION refuse_locked_version() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          IF TG_OP = 'UPDATE' AND NEW.file_name = '' AND NEW.findings = '[]'
              AND to_jsonb(NEW) - ARRAY['file_name', 'findings'] = to_jsonb(OLD) - ARRAY['file_name', 'findings']
              AND EXISTS (SELECT 1 FROM stubs WHERE record_id = OLD.record_id) THEN
            RETURN NEW;
          END IF;
          RAISE EXCEPTION 'version % of record % is locked', OLD.number, OLD.record_id USING ERRCODE =
            'restrict_violation';
        END $$;

      ALTER TABLE records DROP CONSTRAINT records_docket_state;
      ALTER TABLE records ADD CONSTRAINT records_docket_state
        CHECK (docket_state IN ('draft', 'out', 'sealed', 'refused', 'withdrawn', 'lapsed', 'destroyed'));
    SQL
  end
end
